export interface Issue {
  readonly path: string;
  readonly message: string;
}

/** Sends JSON; what is wrong comes back beside its field, and an answer that does not come is said, too. */
export async function postJson(
  url: string,
  body: object,
  onAnswer: (answer: unknown) => Promise<void> = async () => {},
): Promise<readonly Issue[]> {
  try {
    const response = await fetch(url, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify(body),
    });
    if (response.ok) {
      await onAnswer(await response.json());
      return [];
    }
    const { issues } = (await response.json()) as { issues?: readonly Issue[] };
    return issues?.length ? issues : [{ path: '$', message: `it was not taken (${response.status})` }];
  } catch {
    return [{ path: '$', message: 'the shop’s computer does not answer: what you typed stays here, try again' }];
  }
}

import { expect, type Locator, type Page } from '@playwright/test';
import { HISTORY_FLAGS, SYMPTOMS } from '../../core/index.ts';
import { MACHINES } from '../../demo/shop.ts';
import { newJobRequest } from '../../scripts/lib/newJobRequest.mjs';

/** The id behind a text on the screen. */
const idOf = (texts: Readonly<Record<string, string>>, text: string) =>
  Object.keys(texts).find((id) => texts[id] === text)!;

/** One of each kind that is written beside the tracing; long words, for they have to fit. */
const BESIDES = [
  { access: 'carburettor', now: 'open' },
  {
    off: 'Governor spring',
    behind: 'carburettor',
    hole: 'second from the outer end of the lever',
    bag: '7',
    lies: 'tray',
  },
  { off: 'Carburettor nuts', behind: 'carburettor', fastener: 'M6, two of them' },
  { need: 'Carburettor gasket and insulator', number: '000-31-204-889', price: 14.5 },
  { supply: 4, now: 'ordered', dueOn: '2027-01-04' },
  { sent: 'Cylinder head', to: 'the machine shop by the lower landing', must: ['Flat', 'Seats hold air'] },
  {
    back: 6,
    read: [
      { read: '0.03 mm', passes: true },
      { read: 'fluid stayed in the port', passes: false },
    ],
  },
  { approval: 140, answer: 'agreed', who: 'the steward of the reed-cutters', how: 'in-person' },
  { later: 'Second oil change after the next hours of work', dueOn: '2026-11-20', atHours: 120 },
] as const;

/** The bench as a technician drives it. */
export class BenchPage {
  constructor(readonly page: Page) {}

  /** Pushes a key, a link or a card on the screen. */
  async press(target: Locator): Promise<void> {
    await target.first().click();
  }

  /** A job that was opened, on its bench: by what the counter's form sends, without going through the form. */
  async newJob(machine: RegExp, complaint: readonly string[], flags: readonly string[] = []): Promise<void> {
    const { page } = this;
    const { session } = (await (await page.request.get('/api/session')).json()) as { session: { personId: string } };
    const request = newJobRequest({
      personId: session.personId,
      machineId: MACHINES.find((m) => machine.test(m.tag))!.id,
      complaint: complaint.map((text) => idOf(SYMPTOMS, text)),
      flags: flags.map((text) => idOf(HISTORY_FLAGS, text)),
    });
    const opened = await page.request.post('/api/jobs', { data: request });
    expect(opened.ok(), await opened.text()).toBe(true);
    await page.goto(`/jobs/${request.id}`);
    await expect(this.plate).toBeVisible();
  }

  /** Starts a job at the counter and lands on its bench. */
  async jobAtTheCounter(machine: RegExp, complaint: readonly string[], flags: readonly string[] = []): Promise<void> {
    const { page } = this;
    await page.goto('/');
    await this.press(page.getByRole('link', { name: 'New job' }));
    await this.press(page.getByRole('radio', { name: machine }));
    for (const symptom of complaint) await this.press(page.getByRole('button', { name: symptom, exact: true }));
    if (flags.length > 0) await this.press(page.getByText('What it has been through'));
    for (const flag of flags) await this.press(page.getByRole('button', { name: flag, exact: true }));
    await this.press(page.getByRole('button', { name: 'Start the job' }));
    await page.waitForURL(/\/jobs\/(?!new)/);
    await expect(this.plate).toBeVisible();
  }

  /** Writes down one of each kind beside the tracing, as the browser sends it; the page shows it once it is loaded again. */
  async besides(): Promise<void> {
    const { page } = this;
    const job = page.url().split('/').at(-1)!;
    const { session } = (await (await page.request.get('/api/session')).json()) as { session: { personId: string } };
    for (const [i, event] of BESIDES.entries()) {
      const data = {
        id: `beside-${job.slice(0, 12)}-${i}`,
        personId: session.personId,
        at: new Date().toISOString(),
        known: 0,
        event,
      };
      const sent = await page.request.post(`/api/jobs/${job}/events`, { data });
      expect(sent.ok(), await sent.text()).toBe(true);
    }
    await page.reload();
    await expect(this.plate).toBeVisible();
  }

  get plate() {
    return this.page.getByRole('form', { name: 'Next check' });
  }

  get tape() {
    return this.page.getByRole('region', { name: 'Tape' });
  }

  get search() {
    return this.page.getByRole('searchbox', { name: 'Any other check' });
  }

  get title() {
    return this.plate.getByRole('heading', { level: 2 });
  }

  line(number: number) {
    return this.tape.locator(`[data-line="${number}"]`);
  }

  /** Puts any check on the plate through the search; a figure behind its name is the cylinder. */
  async pick(title: string, cylinder?: number): Promise<void> {
    const { search } = this;
    await search.fill(cylinder === undefined ? title : `${title} ${cylinder}`);
    await search.press('Enter');
    await expect(this.title).toContainText(title);
    await expect(this.plate.getByText('Nothing entered yet')).toHaveCount(0);
  }

  async fill(values: Readonly<Record<string, string>>): Promise<void> {
    for (const [name, text] of Object.entries(values)) await this.plate.locator(`input[name="${name}"]`).fill(text);
  }

  async choose(name: string): Promise<void> {
    await this.press(this.plate.getByRole('radio', { name, exact: true }));
  }

  /** Turns a yes/no of the entry on or off. */
  async tick(name: string): Promise<void> {
    await this.press(this.plate.getByLabel(name));
  }

  /** Which side the check is made on. */
  async side(name: string): Promise<void> {
    await this.press(this.plate.getByRole('button', { name, exact: true }));
  }

  /** What it still does, or that it runs clean. */
  async complains(symptom: string): Promise<void> {
    await this.press(this.plate.getByRole('button', { name: symptom }));
  }

  /** Records what is on the plate and waits until the shop's database has it. */
  async record(): Promise<void> {
    const before = await this.tape.locator('[data-line]').count();
    await this.press(this.plate.getByRole('button', { name: 'Record', exact: true }));
    await this.printed(before + 1);
  }

  async printed(lines: number): Promise<void> {
    await expect(this.tape.locator('[data-line]')).toHaveCount(lines);
    await expect(this.tape.getByText('not sent yet')).toHaveCount(0);
  }

  async repair(title: string, action?: string): Promise<void> {
    const panel = this.page.getByRole('region', { name: 'Repair' });
    await expect(panel.getByRole('heading', { level: 2 })).toHaveText(title);
    if (action) await this.press(panel.getByRole('radio', { name: action }));
    const before = await this.tape.locator('[data-line]').count();
    await this.press(panel.getByRole('button', { name: 'Record repair' }));
    await this.printed(before + 1);
  }

  /** Ticks what is forgotten most, where it is asked for before the closing. */
  async together(): Promise<void> {
    const work = this.page.getByRole('region', { name: 'Work before it goes on' });
    const asked = work.getByRole('heading', { name: 'Back together' });
    await expect(asked.or(this.page.getByRole('heading', { name: 'Ready to close' }))).toBeVisible();
    if (!(await asked.isVisible())) return;
    for (const step of await work.getByRole('listitem').getByRole('button').all()) await step.click();
    await this.press(work.getByRole('button', { name: 'Done' }));
    await expect(asked).toHaveCount(0);
  }

  /** Closes a job that is ready, as cured. */
  async closeCured(): Promise<void> {
    await this.together();
    const panel = this.page.getByRole('region', { name: 'Ready to close' });
    await expect(panel).toBeVisible();
    await this.press(panel.getByRole('button', { name: 'Close the job' }));
    await expect(this.page.getByRole('region', { name: 'Closed' })).toBeVisible();
  }

  async openSheet(): Promise<Locator> {
    await this.press(this.page.getByRole('link', { name: 'Open the job sheet' }));
    await this.page.waitForURL(/\/sheet$/);
    return this.page.getByRole('main');
  }

  /** How tall the ridge stands over a part, 0 to 100, as its key says; 0 when it has no key. */
  async suspicion(part: string): Promise<number> {
    const key = this.page
      .getByRole('region', { name: 'Ridge of suspicion' })
      .getByRole('button', { name: new RegExp(`^${part},`) });
    if ((await key.count()) === 0) return 0;
    return Number(/(\d+) in a hundred/.exec((await key.getAttribute('aria-label')) ?? '')?.[1] ?? 0);
  }
}

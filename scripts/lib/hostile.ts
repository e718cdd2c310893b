import fc from 'fast-check';
import { JOBS } from '../../demo/shop.ts';

/** A request as an attacker may send it. */
export interface Hostile {
  readonly method: string;
  readonly path: string;
  readonly headers: Readonly<Record<string, string>>;
  readonly body: string | Uint8Array<ArrayBuffer> | null;
}

/** Words that mean something to some layer between here and the disk. */
const ODD_WORDS = [
  '__proto__',
  'constructor',
  'toString',
  'hasOwnProperty',
  '',
  ' ',
  '\u0000',
  '\ud800',
  '😀'.repeat(40),
  "' OR 1=1 --",
  '"; DROP TABLE jobs; --',
  '../../etc/passwd',
  '%00',
  '%2e%2e',
  '#{7*7}',
  '<script>alert(1)</script>',
  '\r\nset-cookie: a=b',
  'NaN',
  '1e999',
  '-0',
  'x'.repeat(20_000),
  '𝒳'.repeat(200),
  'null',
  'undefined',
] as const;
const oddWord = fc.constantFrom(...ODD_WORDS);
const ODD_VALUES: readonly unknown[] = [
  null,
  true,
  0,
  -1,
  1e308,
  -1e308,
  5e-324,
  Number.MAX_SAFE_INTEGER + 2,
  2 ** 31,
  [],
  {},
  [[[[[[]]]]]],
  { toString: 1 },
  { valueOf: null },
  ...ODD_WORDS,
];
const anything = fc.oneof(
  { weight: 3, arbitrary: fc.constantFrom(...ODD_VALUES) },
  { weight: 2, arbitrary: fc.jsonValue({ maxDepth: 4 }) },
  { weight: 1, arbitrary: oddWord },
);

const EVENTS: readonly object[] = [
  ...JOBS.flatMap((job) => job.events.map((e) => e.event)),
  { correct: 1, reason: 'x' },
  { unmade: 'spark.tester', cylinder: 1, because: 'out-of-reach' },
  { engine: { figures: { boreMm: 80 }, source: 'memory' } },
  { work: 'oil.thinned', steps: [] },
  { letIn: 'oil.thinned', through: 'fuel.needle' },
  { waived: 'oil.thinned', because: 'x' },
  { setUp: 'fuel.leak-watch' },
  { took: 'bowl', minutes: 4 },
  { access: 'shroud', now: 'open' },
  { seen: 'brake', bad: 'safety', note: 'n', price: 12 },
  { asked: 1, answer: 'declined', price: 12 },
  { off: 'Link', behind: 'carburettor', hole: 'outer', bag: '2' },
  { on: 1, tight: { value: 9, unit: 'N m' } },
  { photo: 'a'.repeat(64), of: 'plate' },
  { need: 'Coil', number: '1', price: 3 },
  { supply: 1, now: 'ordered', dueOn: '2027-01-02' },
  { approval: 90, answer: 'agreed', who: 'w', how: 'phone' },
  { booked: 30, note: 'n' },
  { sent: 'Head', to: 't', must: ['flat'] },
  { back: 1, read: [{ read: 'r', passes: true }] },
  { later: 'l', dueOn: '2027-01-02', atHours: 3 },
  { note: 'n' },
];
const id = fc.oneof(
  { weight: 6, arbitrary: fc.uuid() },
  { weight: 1, arbitrary: oddWord },
  { weight: 1, arbitrary: fc.constantFrom('same-id-again', 'SAME-ID-AGAIN') },
);
const who = fc.oneof({ weight: 9, arbitrary: fc.constant('person-ilse') }, { weight: 1, arbitrary: oddWord });
const time = fc.oneof(
  {
    weight: 6,
    arbitrary: fc
      .date({ min: new Date('2026-01-01'), max: new Date('2027-01-01'), noInvalidDate: true })
      .map((d) => d.toISOString()),
  },
  {
    weight: 1,
    arbitrary: fc.constantFrom(
      '0000-01-01T00:00:00Z',
      '9999-12-31T23:59:59Z',
      '2026-02-30T00:00:00Z',
      '+275760-09-13T00:00:00.000Z',
      '2026-11-28T00:00:00+14:00',
      'yesterday',
    ),
  },
);
const eventBody = fc.record({ id, personId: who, at: time, known: fc.nat(20), event: fc.constantFrom(...EVENTS) });
const jobBody = fc.record({
  id,
  complaintId: id,
  personId: who,
  machineId: fc.oneof(fc.constantFrom('machine-heron-4', 'machine-heron-9'), id),
  newMachine: fc.option(
    fc.record({
      tag: fc.string(),
      name: fc.string(),
      owner: fc.string(),
      kind: fc.constantFrom('zero-turn', 'other'),
      sheetId: fc.constantFrom(null, 'sheet-tarnholt-v694'),
      cylinders: fc.constantFrom(1, 2),
    }),
  ),
  complaint: fc.uniqueArray(fc.constantFrom('low-power', 'surges', 'cranks-slow'), { minLength: 1 }),
  said: fc.string(),
  hours: fc.option(fc.double({ noNaN: true })),
  storedMonths: fc.option(fc.integer()),
  flags: fc.array(fc.oneof(fc.constantFrom('sat-in-rain', 'tried:fuel.needle'), oddWord), { maxLength: 4 }),
  promisedOn: fc.option(fc.constantFrom('2026-12-01', '2026-02-30', 'soon', '0000-00-00')),
});
const houseBody = fc.record({
  personId: who,
  house: fc.record({
    revision: fc.nat(3),
    schools: fc.dictionary(oddWord, oddWord),
    limits: fc.dictionary(fc.constantFrom('drawMilliamps', 'constructor'), fc.double()),
    instruments: fc.array(oddWord),
  }),
});
/** What is sent to the doors of keys; no PIN and no password of the demo's is among it. */
const keysBody = fc.oneof(
  fc.record({ personId: who, pin: fc.constantFrom('0007', '12', '99999999', 'abcd') }),
  fc.record({ personId: who, password: fc.string(), tablet: fc.option(fc.string(), { nil: undefined }) }),
  fc.record({ session: id, at: time, signature: fc.string() }),
  fc.record({ name: fc.string(), password: fc.string(), pin: fc.string(), code: fc.string() }),
  fc.record({ old: fc.string(), pin: fc.string() }),
  fc.record({ withdraw: id }),
  fc.record({ days: fc.oneof(fc.integer(), fc.double()) }),
);
const sheetBody = fc.record({
  id,
  personId: who,
  version: fc.option(fc.nat(4), { nil: undefined }),
  sheet: fc.record({
    format: fc.constant('ridge-bolt/engine-sheet'),
    version: fc.constant(1),
    name: fc.string({ minLength: 1, maxLength: 30 }),
    words: fc.record({ cylinders: fc.constantFrom(1, 2, 3) }),
    figures: fc.dictionary(
      fc.constantFrom('boreMm', 'strokeMm', '__proto__', 'constructor'),
      fc.record({ value: fc.double(), source: fc.constantFrom('maker-sheet', 'memory'), note: fc.option(fc.string()) }),
    ),
  }),
});

/** A sound request with something in it replaced, left out, put in twice or nested without end. */
const mutated = (sound: fc.Arbitrary<object>): fc.Arbitrary<unknown> =>
  fc
    .tuple(
      sound,
      fc.array(fc.tuple(fc.nat(30), anything, fc.constantFrom('replace', 'drop', 'rename', 'wrap')), { maxLength: 3 }),
    )
    .map(([body, changes]) => {
      const copy = structuredClone(body) as Record<string, unknown>;
      for (const [at, value, how] of changes) {
        const places: [Record<string, unknown>, string][] = [];
        const walk = (node: unknown) => {
          if (typeof node !== 'object' || node === null) return;
          for (const key of Object.keys(node)) {
            places.push([node as Record<string, unknown>, key]);
            walk((node as Record<string, unknown>)[key]);
          }
        };
        walk(copy);
        if (places.length === 0) continue;
        const [node, key] = places[at % places.length]!;
        if (how === 'replace') node[key] = structuredClone(value);
        else if (how === 'drop') delete node[key];
        else if (how === 'wrap') node[key] = { [key]: [node[key]] };
        else if (!Array.isArray(node))
          Object.defineProperty(node, (JSON.stringify(value) ?? '').slice(1, 40), {
            value: node[key],
            enumerable: true,
            configurable: true,
            writable: true,
          });
      }
      return copy;
    });

/** JSON as no serializer writes it. */
const rawText = (json: fc.Arbitrary<unknown>) =>
  fc.tuple(json, fc.nat(29), fc.nat(4000)).map(([value, how, at]) => {
    const text = JSON.stringify(value) ?? 'null';
    const cut = at % (text.length + 1);
    if (how === 0) return text.slice(0, cut);
    if (how === 1) return `${text.slice(0, cut)}\u0000${text.slice(cut)}`;
    if (how === 2) return `${'['.repeat(20_000)}${']'.repeat(20_000)}`;
    if (how === 3) return text.replace(/\d+/, '1e400');
    if (how === 4) return text.replace(/"([^"]*)":/, '"__proto__":');
    if (how === 5) return `\ufeff${text}`;
    return text;
  });

const jsonHeaders = fc.oneof(
  { weight: 12, arbitrary: fc.constant({ 'content-type': 'application/json' }) },
  {
    weight: 1,
    arbitrary: fc.constantFrom<Record<string, string>>(
      { 'content-type': 'text/plain' },
      { 'content-type': 'application/json', origin: 'https://elsewhere.example' },
      { 'content-type': 'application/json', 'sec-fetch-site': 'cross-site' },
      {},
    ),
  },
);
const posting = (path: fc.Arbitrary<string>, sound: fc.Arbitrary<object>): fc.Arbitrary<Hostile> =>
  fc.record({
    method: fc.constant('POST'),
    path,
    headers: jsonHeaders,
    body: fc.oneof(
      { weight: 8, arbitrary: rawText(mutated(sound)) },
      { weight: 2, arbitrary: fc.jsonValue({ maxDepth: 5 }).map((v) => JSON.stringify(v)) },
      { weight: 1, arbitrary: fc.uint8Array({ maxLength: 400 }).map((bytes) => new Uint8Array(bytes)) },
    ),
  });
const DOORS_OF_KEYS = fc.constantFrom(
  ...['/api/session', '/api/session/take', '/api/session/pin', '/api/first', '/api/tablets'],
  ...['/api/people', '/api/jobs/job-heron-4-power/links'],
);

/** Hostile requests at every door of a shop. @param targets jobs that may be written to; more may come as it goes */
export function hostileRequests(targets: readonly string[]): fc.Arbitrary<Hostile> {
  const oneTarget = fc.oneof(
    { weight: 8, arbitrary: fc.nat(1000).map((n) => targets[n % targets.length]!) },
    { weight: 1, arbitrary: oddWord.map((w) => encodeURIComponent(w.slice(0, 200).replace(/[\ud800-\udfff]/g, '?'))) },
  );
  const place = fc.oneof(
    oneTarget,
    fc.constantFrom('job-heron-4-power', 'new', 'nobody', '%ff', '%00', '..%2f..', 'a'.repeat(3000)),
  );
  const getting: fc.Arbitrary<Hostile> = fc
    .tuple(
      fc.constantFrom(
        '/api/jobs/$/events?after=$',
        '/api/jobs/$/case',
        '/api/engines/$/file',
        '/api/health',
        '/api/session',
        '/api/audit',
        '/people',
        '/s/$',
        '/sign-in?to=$',
        '/api/$',
        '/jobs/$',
        '/jobs/$/sheet',
        '/engines/$',
        '/engines/compare?a=$&b=$',
        '/engines/new?from=$',
        '/$',
        '/_next/$',
        '/_next/image?url=$',
      ),
      place,
      place,
      fc.constantFrom('GET', 'GET', 'GET', 'HEAD', 'PUT', 'DELETE', 'OPTIONS'),
      fc.constantFrom<Record<string, string>>(
        {},
        {},
        { rsc: '1' },
        { rsc: '1', 'next-router-state-tree': '%5B' },
        { 'next-action': 'x' },
        { cookie: 'ridge-person=%; ridge-habit=\u0001; ridge-light=__proto__' },
        { 'x-middleware-subrequest': 'middleware' },
        { range: 'bytes=9-1' },
      ),
    )
    .map(([path, a, b, method, headers]) => ({
      method,
      path: path.replace('$', a).replace('$', b),
      headers,
      body: null,
    }));

  return fc.oneof(
    {
      weight: 9,
      arbitrary: posting(
        oneTarget.map((t) => `/api/jobs/${t}/events`),
        eventBody,
      ),
    },
    { weight: 4, arbitrary: posting(fc.constant('/api/jobs'), jobBody) },
    { weight: 3, arbitrary: posting(DOORS_OF_KEYS, keysBody) },
    {
      weight: 2,
      arbitrary: posting(
        oneTarget.map((t) => `/api/jobs/${t}/stand`),
        fc.record({ known: fc.nat(3), events: fc.array(fc.constantFrom(...EVENTS), { maxLength: 3 }) }),
      ),
    },
    { weight: 3, arbitrary: posting(fc.constant('/api/house'), houseBody) },
    { weight: 3, arbitrary: posting(fc.constant('/api/engines'), sheetBody) },
    { weight: 2, arbitrary: getting },
  );
}

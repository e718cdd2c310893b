import { describe, expect, it } from 'vitest';
import { awaited, notBackYet, readCase, readEvent, stillOff, summarise, toSi } from '@/core/index.ts';
import { TOGETHER } from './endings.ts';
import { complaintOf, TWIN, withEvents } from './jobs.ts';

const opened = complaintOf(['one-cylinder']);
const OFF = { off: 'Governor link', behind: 'carburettor', hole: 'outer' };
const BOLTS = { off: 'Shroud bolts', fastener: 'M6 x 20, 4 of them', bag: '1' };

/** What keeps it from being called cured on account of how it stands, with nothing else due. */
const due = (...events: object[]) =>
  summarise(withEvents(opened, ...events)).work.due.filter((d) => ['back-together', 'sent-out'].includes(d.condition));
const steps = (...events: object[]) => due(...events).flatMap((d) => d.steps.map((s) => s.id));

describe('what came off goes back on', () => {
  it('the last one off first, each with how tight it went on', () => {
    const bench = withEvents(opened, BOLTS, OFF, { off: 'Air filter' });
    expect(stillOff(bench.beside).map((item) => item.item)).toEqual(['Air filter', 'Governor link', 'Shroud bolts']);
    const on = withEvents(bench, { on: 1, tight: { value: 80, unit: 'lbf in' } }, { on: 2, tight: 'by-feel' });
    expect(stillOff(on.beside).map((item) => item.item)).toEqual(['Air filter']);
    // NIST SP 811, app. B: 1 lbf in = 0.112 984 8 N m.
    expect(on.beside.off[0]!.on!.tight).toBeCloseTo(80 * 0.1129848, 5);
    expect(on.beside.off[1]!.on!.tight).toBe('by-feel');
  });

  it('a pound-foot is what NIST SP 811, app. B, says', () => {
    expect(toSi({ value: 1, unit: 'lbf ft' }, 'torque')).toBeCloseTo(1.355818, 6);
  });

  it('what is off keeps the job open, until it is on or passed over with a reason', () => {
    expect(due(OFF)[0]!.off).toEqual([{ event: 1, item: 'Governor link' }]);
    expect(due(OFF, { on: 1 })).toEqual([]);
    expect(due(OFF, { waived: 'back-together', because: 'goes home in a box' })).toEqual([]);
    expect(due(OFF, { correct: 1, reason: 'never came off' })).toEqual([]);
    const mended = summarise(
      withEvents(
        opened,
        { check: 'spark.tester', cylinder: 2, condition: 'cranking', outcome: 'none' },
        { repair: 'spark.coil-open', cylinder: 2, action: 'replaced' },
        OFF,
      ),
    );
    expect(mended.closeBlockers.find((b) => b.code === 'work-due')).toMatchObject({
      condition: 'back-together',
      steps: expect.arrayContaining(['still off: Governor link', 'Plug lead 2 in its groove, boot home']),
    });
  });

  it('moves no suspicion', () => {
    const suspects = (...events: object[]) => summarise(withEvents(opened, ...events)).suspects;
    expect(suspects(OFF, { need: 'Coil' }, { later: 'Call', dueOn: '2027-01-04' })).toEqual(suspects());
  });
});

describe('what is forgotten', () => {
  it('is asked for by what was opened, and again when it is opened again', () => {
    const look = { check: 'spark.tester', cylinder: 2, condition: 'cranking', outcome: 'none' };
    expect(steps(look)).toEqual(['lead-2']);
    expect(steps(look, { work: 'back-together', steps: ['lead-2'] })).toEqual([]);
    expect(steps(look, { work: 'back-together', steps: ['lead-2'] }, look)).toEqual(['lead-2']);
    expect(steps({ check: 'power.tester', outcome: 'good' })).toEqual([]);
  });

  it('after work in the carburettor: links, solenoid and no drip before the covers; after valve work, two turns by hand', () => {
    const bowl = { repair: 'fuel.needle', action: 'replaced' };
    expect(steps(bowl)).toEqual(expect.arrayContaining(['solenoid', 'no-drip']));
    const lash = { repair: 'valve.lash-tight-exhaust', cylinder: 1, action: 'adjusted' };
    expect(steps(lash)[0]).toBe('turned');
    expect(steps({ access: 'valve-cover', cylinder: 1, now: 'open' })).not.toContain('turned');
    expect(steps(bowl, TOGETHER)).toEqual([]);
  });

  it('a lead of a cylinder that is not there is not', () => {
    expect(steps({ access: 'blower-housing', now: 'open' })).toEqual(['lead-1', 'lead-2']);
  });
});

describe('what is got and sent out', () => {
  it('a part is waited for until it is here, and is what was said of it last', () => {
    const ordered = withEvents(
      opened,
      { need: 'Coil', number: '31-204' },
      { supply: 1, now: 'ordered', dueOn: '2027-01-04' },
    );
    expect(awaited(ordered.beside).map(({ name, dueOn }) => [name, dueOn])).toEqual([['Coil', '2027-01-04']]);
    const here = withEvents(ordered, {
      supply: 1,
      now: 'here',
      bin: 'C3',
      number: '31-204-B',
      substitute: true,
      price: 61,
    });
    expect(awaited(here.beside)).toEqual([]);
    expect(here.beside.needs[0]).toMatchObject({ superseded: '31-204-B', substitute: true, price: 61, bin: 'C3' });
  });

  it('a head that does not pass is not taken, and keeps the job open; taken, it does not', () => {
    const sent = { sent: 'Cylinder head', to: 'the machine shop', must: ['Flat', 'Holds air'] };
    const back = (passes: boolean) => ({
      back: 1,
      read: [
        { read: '0.03 mm', passes: true },
        { read: passes ? '6 %' : 'fluid stayed in the port, no air put on', passes },
      ],
    });
    expect(due(sent)[0]!.off).toEqual([{ event: 1, item: 'Cylinder head at the machine shop' }]);
    expect(due(sent, back(false))[0]!.off).toEqual([{ event: 1, item: 'Cylinder head at the machine shop, refused' }]);
    expect(due(sent, back(false), back(true))).toEqual([]);
    expect(notBackYet(withEvents(opened, sent, back(true)).beside)).toEqual([]);
  });
});

describe('what is refused at the door', () => {
  const says = (raw: object) => {
    const read = readEvent(raw, '$', TWIN);
    return read.ok ? 'taken' : read.issues.map((i) => `${i.path}: ${i.message}`).join('; ');
  };
  it.each([
    [{ off: '' }, /\$\.off: say what/],
    [{ off: 'Link', behind: 'gearbox' }, /\$\.behind/],
    [{ off: 'Link', photo: 'abc' }, /\$\.photo: the SHA-256/],
    [{ on: 1, tight: { value: -4, unit: 'N m' } }, /\$\.tight/],
    [{ supply: 1, now: 'ordered' }, /\$\.dueOn: ordered: say for which day/],
    [{ sent: 'Head', to: 'shop', must: [] }, /\$\.must/],
    [{ later: 'Call' }, /\$\.dueOn: say by which day, or at how many hours/],
    [{ later: 'Call', dueOn: '2027-02-30' }, /\$\.dueOn/],
    [{ approval: -1, answer: 'agreed', who: 'A', how: 'phone' }, /\$\.approval/],
  ])('%j', (raw, message) => {
    expect(says(raw)).toMatch(message);
  });

  it('what speaks of a line that is something else', () => {
    expect(readCaseOf([{ note: 'n' }, { on: 1 }])).toMatch(/event 1 is nothing that came off/);
    expect(readCaseOf([{ need: 'Coil' }, { back: 1, read: [{ read: 'r', passes: true }] }])).toMatch(
      /nothing that was sent out/,
    );
    expect(
      readCaseOf([
        { sent: 'Head', to: 's', must: ['a', 'b'] },
        { back: 1, read: [{ read: 'r', passes: true }] },
      ]),
    ).toMatch(/it has 2 tests to pass/);
  });
});

function readCaseOf(events: object[]): string {
  const read = readCase({
    format: 'ridge-bolt/case',
    version: 1,
    machine: { kind: 'zero-turn', engine: TWIN },
    complaint: ['one-cylinder'],
    events,
  });
  return read.ok ? 'taken' : read.issues.map((i) => i.message).join('; ');
}

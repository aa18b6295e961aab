import { parseRoute, writeRoute } from './route-text';
import { defaultDose, exactly } from '../dose/dose';
import type { Dose } from '../dose/dose.schema';
import { aMove } from '../testing';
import { parseDose, writeDose } from './dose-text';
import { parseLibrary, writeLibraryCsv, writeLibraryJson } from './library-file';

const id = (name: string): string => name.toLowerCase();

describe('a library as a file', () => {
  const moves = [
    aMove({
      id: 'slipway',
      name: 'Slipway',
      how: 'Down, "slowly".',
      cautions: ['Light.', 'Never on the pulse.'],
      slip: true,
      route: [],
    }),
    aMove({ id: '=sum(1)', name: '=SUM(1)', region: 'jaw', mouthBusy: true, route: [] }),
  ];

  it('comes back from JSON and from CSV', () => {
    expect(parseLibrary(writeLibraryJson(moves), id)).toEqual({ moves, faults: [] });
    const csv = writeLibraryCsv(moves);
    expect(csv).toContain("'=SUM(1)");
    expect(parseLibrary(csv, id)).toEqual({ moves, faults: [] });
  });

  it('keeps good rows and lists bad ones by line with the reason', () => {
    const csv =
      'Name,Region,Action,Dose,Sides\r\nSlipway,neck,stroke,5 passes,left_right\r\nOddity,elbow,stroke,5,both\r\n' +
      'Vague,jaw,knead,some,both\r\nSlipway,jaw,tap,20 s,both\r\n,jaw,tap,20 s,both\r\nLast,jaw,tap,20 s,both\r\n';
    const { moves: kept, faults } = parseLibrary(csv, id);
    expect(kept.map((move) => move.name)).toEqual(['Slipway', 'Last']);
    expect(faults.map((fault) => fault.line)).toEqual([3, 4, 5, 6]);
    expect(faults[0]!.reason).toContain('“elbow” is not known');
    expect(faults[1]!.reason).toContain('is not understood');
    expect(faults[2]!.reason).toContain('stands in line 2 already');
    expect(faults[3]!.reason).toContain('needs a name');
  });

  it('says what is wrong with a whole file', () => {
    expect(parseLibrary('{"format": "else", "version": 1, "moves": []}', id).faults[0]!.reason).toContain(
      'limber-cheek/library',
    );
    expect(
      parseLibrary('{"format": "limber-cheek/library", "version": 9, "moves": []}', id).faults[0]!.reason,
    ).toContain('newer program');
    expect(parseLibrary('{broken', id).faults.length).toBe(1);
    expect(parseLibrary('name,region\nx,y', id).faults[0]!.reason).toContain('missing: action, dose, sides');
  });
});

describe('a dose in a table', () => {
  it('is read as it was written, in every form', () => {
    for (const form of ['reps', 'passes', 'count', 'hold', 'timed', 'breaths'] as const) {
      const dose: Dose = { ...defaultDose(form), sets: { low: 1, planned: 2, high: 3 } };
      expect(parseDose(writeDose(dose)))
        .withContext(writeDose(dose))
        .toEqual(dose);
    }
  });

  it('may be written loosely', () => {
    expect(parseDose('8')).toEqual(jasmine.objectContaining({ form: 'reps', reps: { low: 8, planned: 8, high: 8 } }));
    expect(parseDose('20 s each way')).toEqual(jasmine.objectContaining({ form: 'timed', ways: 2 }));
    // What is not written has its usual figure (common practice, no source): two seconds of letting go, ten a breath.
    const usual: readonly (readonly [string, object])[] = [
      ['hold 5 s', { form: 'hold', reps: exactly(1), holdMs: exactly(5000), releaseMs: 2000 }],
      ['hold 4 x 6 s', { form: 'hold', reps: exactly(4), holdMs: exactly(6000), releaseMs: 2000 }],
      ['count of 8', { form: 'count', count: exactly(8), tempoMs: exactly(1000) }],
      ['4 breaths', { form: 'breaths', breaths: exactly(4), cycleMs: exactly(10_000) }],
    ];
    for (const [words, figures] of usual)
      expect(parseDose(words) as object)
        .withContext(words)
        .toEqual(jasmine.objectContaining(figures));
    expect(parseDose('3 × 12')).toBeNull();
    expect(parseDose('10-5')).toBeNull();
  });

  it('writes routes as they are read, and tells which cannot be', () => {
    for (const text of ['ear > neck/side > collarbone', 'forehead (middle) > temple', 'eye/under', ''])
      expect(writeRoute(parseRoute(text)!)).toBe(text);
    for (const text of ['ear > moon', 'neck/inside', 'ear (far)', 'ear >> jaw']) expect(parseRoute(text)).toBeNull();
    const head = 'name,region,action,dose,sides,route,temperature\n';
    const read = parseLibrary(
      `${head}Down,neck,stroke,5 x 3 s,left_right,Ear > Collarbone,\nUp,neck,stroke,5 x 3 s,both,moon,\n`,
      id,
    );
    expect(read.moves.map((one) => one.route.map((stop) => stop.region))).toEqual([['ear', 'collarbone']]);
    expect(read.faults[0]!.reason).toContain('“moon” is not understood');
  });

  it('reads a library of an older program: from where to where is a route', () => {
    const older = {
      ...{ id: 'a', revision: 1, name: 'Down', region: 'neck', action: 'stroke', sidePlan: 'left_right' },
      dose: { form: 'reps', reps: exactly(5), tempoMs: exactly(3000), sets: exactly(1), restMs: 0 },
      direction: { from: 'ear', to: 'collarbone', words: 'down' },
    };
    const text = JSON.stringify({ format: 'limber-cheek/library', version: 1, moves: [older] });
    const [move] = parseLibrary(text, id).moves;
    expect(move!.route.map((stop) => stop.region)).toEqual(['ear', 'collarbone']);
    expect(move!.routeWords).toBe('down');
  });
});

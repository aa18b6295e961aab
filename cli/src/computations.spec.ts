import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { parseBundle } from '@limber/core/format/bundle';
import { LESSON_VERSION } from '@limber/core/lesson/lesson.schema';
import { readingSchema } from '@limber/core/narration/reading';

const folder = mkdtempSync(join(tmpdir(), 'limber-cli-'));
const file = (name: string, content: unknown): string => {
  const path = join(folder, name);
  writeFileSync(path, typeof content === 'string' ? content : JSON.stringify(content));
  return path;
};

/** The program as a script calls it, bundled: output, error and exit status of a process of its own. */
function compute(...args: string[]): {
  status: number;
  out: string;
  problem: { title: string; detail: string; type: string; path?: string } | null;
} {
  try {
    const out = execFileSync(process.execPath, ['cli/dist/compute.mjs', ...args], {
      encoding: 'utf8',
      stdio: 'pipe',
    });
    return { status: 0, out, problem: null };
  } catch (error) {
    const { status, stdout, stderr } = error as { status: number; stdout: string; stderr: string };
    return { status, out: stdout, problem: JSON.parse(stderr) as never };
  }
}

const dose = {
  form: 'reps',
  reps: { low: 2, planned: 2, high: 2 },
  tempoMs: { low: 1500, planned: 1500, high: 1500 },
  sets: { low: 1, planned: 1, high: 1 },
  restMs: 0,
};
const lesson = {
  format: 'limber-cheek/lesson',
  version: 1,
  id: 'x',
  title: 'Short',
  pace: { syllablesPerMinute: 240, commaPauseMs: 0, sentencePauseMs: 500, settleMs: 1000, swapMs: 2000 },
  steps: [
    {
      id: 'a',
      move: { id: 'm', revision: 1, name: 'Slipway', region: 'neck', action: 'stroke', dose, sidePlan: 'left_right' },
      dose,
      sidePlan: 'left_right',
      narration: { before: 'Up.', during: '', after: '' },
    },
  ],
};

describe('limber compute', () => {
  beforeAll(() => void execFileSync(process.execPath, ['tools/bundle.mjs', 'cli']));

  const bundle = file('lesson.json', lesson);

  it('schedules a lesson', () => {
    const { status, out } = compute('schedule', bundle);
    expect(status).toBe(0);
    // "Up." is one syllable at 240 a minute and a pause: 750 ms; then 1 s settling, 3 s a side, 2 s swap.
    expect(JSON.parse(out)).toEqual({
      durationMs: 9750,
      totalMs: 9750,
      firstMoveMs: 1750,
      talkShare: 750 / 9750,
      steps: [{ stepId: 'a', startMs: 0, endMs: 9750, doseMs: 6000, speechMs: 750 }],
    });
  });

  it('derives cues as JSON and as WebVTT', () => {
    const { cues } = JSON.parse(compute('cues', bundle, '--format', 'json').out) as {
      cues: { kind: string; text: string }[];
    };
    expect(cues.filter((cue) => cue.kind === 'count').map((cue) => cue.text)).toEqual(['1', '2', '1', '2']);
    const vtt = compute('cues', bundle, '--format=vtt');
    expect(vtt.out.startsWith('WEBVTT\n')).toBeTrue();
    expect(vtt.out).toContain('00:00:01.750 --> 00:00:03.250');
  });

  /** The lesson on a take of which two pieces play. */
  function filmed(change: object = {}): string {
    const take = { id: 't', name: 'Take', durationMs: 20_000, width: 16, height: 9 };
    const marked = (id: string, kind: string, startMs: number, endMs: number, beats: number[] = []) => ({
      ...{ id, takeId: 't', kind, stepId: 'a', side: kind === 'teach' ? null : 'left', startMs, endMs, beats },
    });
    return file('filmed.json', {
      ...lesson,
      version: 2,
      takes: [{ ...take, frameRate: { numerator: 25, denominator: 1 } }],
      segments: [marked('s', 'teach', 1000, 3000), marked('w', 'reps', 5000, 8000, [6500, 8000])],
      assembly: [
        { id: 'p', takeId: 't', fromMs: 0, toMs: 9000 },
        { id: 'q', takeId: 't', fromMs: 5000, toMs: 7000 },
      ],
      ...change,
    });
  }

  it('derives cues as SubRip and as ASS', () => {
    expect(compute('cues', bundle, '--format', 'srt').out).toContain('00:00:01,750 --> 00:00:03,250');
    const { out } = compute('cues', bundle, '--format', 'ass', '--frame', '9:16');
    expect(out).toContain('PlayResX: 720\nPlayResY: 1280\n');
    expect(out).toContain('Bricolage Grotesque');
  });

  it('derives cues as a table', () => {
    const [head, ...rows] = compute('cues', bundle, '--format', 'csv').out.trim().split('\r\n');
    expect(head).toBe('from_s,to_s,kind,step,side,words,number,of,cue');
    expect(rows).toContain('1.750,3.250,count,Slipway,left,1,1,2,a|left|count|0');
    expect(compute('cues', bundle, '--format', 'xls').problem!.type).toBe('unknown-format');
  });

  it('hands a film over to editors, and reads it back', () => {
    const out = (format: string): string => compute('export', filmed(), '--format', format).out;
    expect(out('edl')).toContain(
      '002  TAKE1    AA/V  C        00:00:05:00 00:00:07:00 01:00:09:00 01:00:11:00\r\n* FROM CLIP NAME: Take',
    );
    interface Read {
      pieces: { id?: string; fromMs: number; toMs: number }[];
      segments: { id: string; beatsMs: number[] }[];
    }
    const read = (name: string): Read =>
      JSON.parse(compute('import', file(name, out(name.split('.')[1]!)), '--as', 'segments').out) as Read;
    expect(read('film.otio').pieces).toEqual([
      { id: 'p', takeId: 't', fromMs: 0, toMs: 9000 } as never,
      { id: 'q', takeId: 't', fromMs: 5000, toMs: 7000 } as never,
    ]);
    expect(read('film.otio').segments.map(({ id, beatsMs }) => [id, beatsMs])).toEqual([
      ['s', []],
      ['w', [6500, 8000]],
    ]);
    expect(read('film.edl').pieces.map(({ fromMs, toMs }) => [fromMs, toMs])).toEqual([
      [0, 9000],
      [5000, 7000],
    ]);
    const { problem } = compute('import', file('broken.edl', '001  A V C 0 0 0 0'), '--as', 'segments');
    expect([problem!.type, (problem as unknown as { line: number }).line]).toEqual(['unreadable', 1]);
    expect(compute('export', bundle, '--format', 'edl').problem!.type).toBe('nothing-plays');
    expect(compute('export', bundle, '--format', 'fcp').problem!.detail).toContain('otio, edl, chapters');
  });

  it('writes what a video host asks for, and linked data', () => {
    expect(compute('export', bundle, '--format', 'host-text').out).toMatch(/^Short \(0:10\)\n\nWho should ask first\n/);
    expect((JSON.parse(compute('export', bundle, '--format', 'jsonld').out) as { '@type': string })['@type']).toBe(
      'VideoObject',
    );
  });

  it('says what became of a lesson', () => {
    const told = (
      JSON.parse(compute('diff', bundle, file('longer.json', { ...lesson, opening: 'Hello.' })).out) as {
        differences: { words: string }[];
      }
    )['differences'];
    expect(told.map((one) => one.words)).toEqual([
      ...['It runs 0:11, before 0:10.', 'The opening is new.', 'New on the picture: 1 cue.'],
    ]);
  });

  it('keeps cues clear of what was seen, and tells what of them could not be followed', () => {
    interface Answer {
      cues: { kind: string; box: [number, number, number, number] }[];
      findings: { rule: string }[];
    }
    const counts = (...args: string[]): Answer['cues'] =>
      (JSON.parse(compute('place', filmed(), ...args).out) as Answer).cues.filter((one) => one.kind === 'count');
    // A face at the upper right, where counts usually stand, as `analyse` writes it.
    const face = { atMs: 5000, box: [0.6, 0.1, 0.3, 0.5], outline: [] };
    const seen = file('faces.json', { faces: [face], sceneChangesMs: [], bouts: [{ beatsMs: [6300, 7800] }] });
    const over = ([x, y, width]: readonly number[]): boolean => x! + width! > 0.55 && y! < 0.6;
    expect(counts().every((one) => over(one.box))).toBeTrue();
    expect(counts('--analysis', seen).some((one) => over(one.box))).toBeFalse();

    const rules = (of: string, ...args: string[]): string[] =>
      (JSON.parse(compute('check-cues', of, ...args).out) as Answer).findings.map((one) => one.rule);
    expect(rules(filmed())).toEqual([]);
    // Words that nobody reads in the time that they have.
    const [caption] = (
      JSON.parse(compute('cues', filmed()).out) as { cues: { key: string; kind: string }[] }
    ).cues.filter((one) => one.kind === 'caption');
    const text = 'Up, and up, and ever so slowly up to the ear, and then all the way down.';
    const today = parseBundle(JSON.parse(readFileSync(filmed(), 'utf8')));
    const changed = file('changed.json', { ...today, overrides: [{ key: caption!.key, text }] });
    expect(rules(changed)).toEqual(['cue-too-fast']);
    const beats = [5300, 5800, 6300, 6800].map((beat) => beat + 200);
    const marked = { id: 'w', takeId: 't', kind: 'reps', stepId: 'a', side: 'left', startMs: 5000, endMs: 7000 };
    const late = filmed({
      segments: [{ ...marked, beats }],
      assembly: [{ id: 'p', takeId: 't', fromMs: 0, toMs: 9000 }],
    });
    const early = file('early.json', { bouts: [{ beatsMs: beats.map((beat) => beat - 180) }] });
    expect(rules(late, '--analysis', early)).toContain('cue-beside-movement');
    expect(rules(late)).not.toContain('cue-beside-movement');
    expect(compute('check-cues', filmed(), '--analysis', file('odd.json', { faces: 3 })).problem!.type).toBe(
      'invalid-analysis',
    );
  });

  it('makes the film of a lesson from media named by their takes, and tells what ffprobe reads of it', () => {
    const media = mkdtempSync(join(folder, 'media-'));
    execFileSync('ffmpeg', [
      ...['-nostdin', '-loglevel', 'error', '-f', 'lavfi', '-i', 'testsrc2=size=320x180:rate=25:duration=3'],
      ...['-f', 'lavfi', '-i', 'sine=duration=3', '-c:v', 'libx264', '-preset', 'ultrafast', '-pix_fmt', 'yuv420p'],
      join(media, 't.mp4'),
    ]);
    const out = join(media, 'film.mp4');
    const small = filmed({
      segments: [
        { id: 'w', takeId: 't', kind: 'reps', stepId: 'a', side: 'left', startMs: 0, endMs: 2000, beats: [1000] },
      ],
      assembly: [{ id: 'p', takeId: 't', fromMs: 400, toMs: 2400 }],
    });
    const { status, out: said } = compute('render', small, media, out, '--frame', '1:1', '--captions', 'none');
    expect(status).toBe(0);
    const { streams, format } = JSON.parse(said) as {
      streams: { codec_name: string; width?: number; nb_frames?: string }[];
      format: { duration: string };
    };
    // The third one is the chapters, as MP4 keeps them.
    expect(streams.map((one) => [one.codec_name, one.width])).toEqual([
      ['h264', 720],
      ['aac', undefined],
      ['bin_data', undefined],
    ]);
    expect(streams[0]!.nb_frames).toBe('50');
    expect(Math.abs(Number(format.duration) - 2)).toBeLessThan(0.05);
  });

  it('gives a lesson as it is put together, in any cut', () => {
    expect(JSON.parse(compute('assembly', filmed()).out)).toEqual({
      durationMs: 11_000,
      pieces: [
        { id: 'p', takeId: 't', fromMs: 0, toMs: 9000 },
        { id: 'q', takeId: 't', fromMs: 5000, toMs: 7000 },
      ],
      passages: [
        { kind: 'teach', stepId: 'a', side: null, startMs: 1000, endMs: 3000, beatsMs: [] },
        { kind: 'reps', stepId: 'a', side: 'left', startMs: 5000, endMs: 8000, beatsMs: [6500, 8000] },
        { kind: 'reps', stepId: 'a', side: 'left', startMs: 9000, endMs: 11_000, beatsMs: [10_500] },
      ],
    });
    // A second of settling before the work, and the work.
    const practice = JSON.parse(compute('assembly', filmed(), '--cut', 'practice').out) as Record<string, unknown>;
    expect(practice['pieces']).toEqual([
      { id: 'p', takeId: 't', fromMs: 4000, toMs: 8000 },
      { id: 'q', takeId: 't', fromMs: 5000, toMs: 7000 },
    ]);
    const { cues } = JSON.parse(compute('cues', filmed(), '--cut=practice').out) as {
      cues: { kind: string; text: string; startMs: number }[];
    };
    expect(cues.filter((cue) => cue.kind === 'count').map(({ text, startMs }) => [text, startMs])).toEqual([
      ['1', 1000],
      ['2', 2500],
      ['1', 4000],
    ]);
    const plan = JSON.parse(compute('schedule', bundle, '--cut', 'practice').out) as Record<string, number>;
    expect(plan['durationMs']).toBe(9000);
    expect(compute('check', bundle, '--cut', 'step:a').status).toBe(0);
    expect(compute('assembly', filmed(), '--cut', 'step:b').problem?.detail).toContain('no step “b”');
    expect(compute('cues', bundle, '--cut', 'half').problem?.type).toBe('unknown-cut');
  });

  it('places cues in boxes of a picture, in every shape, cut and style', () => {
    interface Placed {
      key: string;
      kind: string;
      startMs: number;
      endMs: number;
      text: string;
      lines: string[];
      box: number[];
    }
    const placed = (...args: string[]): Placed[] =>
      (JSON.parse(compute('place', bundle, ...args).out) as { cues: Placed[] }).cues;
    const { cues } = JSON.parse(compute('cues', bundle).out) as { cues: { key: string; text: string }[] };
    for (const frame of ['16:9', '9:16', '1:1'])
      for (const style of ['pebble', 'Ribbon', 'numeral']) {
        const all = placed('--frame', frame, '--style', style);
        expect(all.map((one) => one.key)).toEqual(cues.map((one) => one.key));
        for (const one of all) {
          expect(Object.keys(one)).toEqual(['key', 'kind', 'startMs', 'endMs', 'text', 'lines', 'box']);
          expect(one.lines.join(' ')).toBe(one.text);
          const [x, y, width, height] = one.box as [number, number, number, number];
          expect(Math.min(x, y, width, height))
            .withContext(one.key)
            .toBeGreaterThan(0);
          expect(Math.max(x + width, y + height))
            .withContext(one.key)
            .toBeLessThan(1);
        }
      }
    expect(placed('--cut', 'step:a').length).toBeGreaterThan(0);
    expect(placed()).toEqual(placed('--frame=16:9', '--style=pebble'));
  });

  it('gives Wilson intervals', () => {
    // Newcombe 1998 (memory): 81 of 263 is 0.2553 to 0.3662.
    const answer = JSON.parse(compute('interval', 'wilson', '81', '263').out) as {
      k: number;
      n: number;
      low: number;
      high: number;
    };
    expect([answer.k, answer.n]).toEqual([81, 263]);
    expect(answer.low).toBeCloseTo(0.2553, 4);
    expect(answer.high).toBeCloseTo(0.3662, 4);
  });

  it('unites played spans, by viewing when there are several', () => {
    const event = (id: string, viewingId: string, fromMs: number, toMs: number) => ({
      id,
      viewingId,
      kind: 'played',
      fromMs,
      toMs,
      wallMs: 0,
      rate: 1,
    });
    const one = file('one.json', {
      durationMs: 10_000,
      events: [event('1', 'v', 0, 4000), event('2', 'v', 3000, 6000), event('1', 'v', 0, 4000)],
    });
    expect(JSON.parse(compute('spans', one).out)).toEqual({ spans: [[0, 6000]], watchedMs: 6000, completion: 0.6 });
    const two = file('two.json', {
      durationMs: 10_000,
      events: [event('1', 'v', 0, 4000), event('2', 'w', 0, 10_000)],
    });
    const { viewings } = JSON.parse(compute('spans', two).out) as {
      viewings: { viewingId: string; completion: number }[];
    };
    expect(viewings.map((viewing) => [viewing.viewingId, viewing.completion])).toEqual([
      ['v', 0.4],
      ['w', 1],
    ]);
    expect(JSON.parse(compute('spans', file('none.json', { durationMs: 5, events: [] })).out)).toEqual({
      spans: [],
      watchedMs: 0,
      completion: 0,
    });
  });

  it('tells which areas each step crosses, for how long, and which ways', () => {
    const routed = file('routed.json', {
      ...lesson,
      version: LESSON_VERSION,
      steps: [
        {
          kind: 'move',
          ...lesson.steps[0],
          move: { ...lesson.steps[0]!.move, route: [{ region: 'ear' }, { region: 'collarbone' }] },
        },
      ],
    });
    const { steps } = JSON.parse(compute('areas', routed).out) as {
      steps: {
        stepId: string;
        lengthMs: number;
        areas: { region: string; side: string; part: string | null; ms: number }[];
        directions: string[];
      }[];
    };
    expect(steps.map((one) => one.stepId)).toEqual(['a']);
    expect(steps[0]!.directions).toEqual(['down']);
    expect(steps[0]!.lengthMs).toBeGreaterThan(3000);
    expect(steps[0]!.areas.map((one) => `${one.region} ${one.part ?? '-'} ${one.side}`)).toEqual([
      ...['ear - left', 'neck side left', 'collarbone - left'],
      ...['ear - right', 'neck side right', 'collarbone - right'],
    ]);
    const left = steps[0]!.areas.filter((one) => one.side === 'left').reduce((sum, one) => sum + one.ms, 0);
    expect(left).toBeCloseTo(3000, -1);
  });

  it('checks, fits and orders a lesson', () => {
    const { findings } = JSON.parse(compute('check', bundle).out) as {
      findings: {
        severity: string;
        rule: string;
        about: string;
        because: string;
        areas: object[];
        place: { stepId: string | null };
        message: string;
        repairs: unknown[];
      }[];
    };
    for (const one of findings)
      expect(Object.keys(one).sort()).toEqual([
        ...['about', 'areas', 'because', 'id', 'message', 'place', 'repairs', 'rule', 'severity'],
      ]);
    const skin = findings.find((one) => one.rule === 'caution' && one.about === 'skin')!;
    expect(skin.because).toBe('touches the skin');
    expect(skin.areas[0]).toEqual(jasmine.objectContaining({ region: 'neck', part: 'side', side: 'left' }));

    const ranged = file('ranged.json', {
      ...lesson,
      steps: [{ ...lesson.steps[0], dose: { ...dose, reps: { low: 2, planned: 2, high: 20 } } }],
    });
    const fit = JSON.parse(compute('fit', ranged, '--minutes', '0.5', '--tolerance', '2').out) as {
      afterMs: number;
      changes: { stepId: string; dose: { reps: { planned: number } } }[];
    };
    expect(Math.abs(fit.afterMs - 30_000)).toBeLessThanOrEqual(2000);
    expect(fit.changes[0]!.dose.reps.planned).toBeGreaterThan(2);
    expect(JSON.parse(compute('order', bundle).out)).toEqual({
      order: ['a'],
      cost: 0,
      costBefore: 0,
      gains: [],
      exact: true,
      blocked: '',
    });
  });

  it('reads a narration into the documented form', () => {
    const text = file(
      'narration.txt',
      '[0:00] Hello.\n[0:10] First, stroke down the left side of the neck, five strokes.\n[0:30] And the other side.\n[0:50] Thank you, bye.',
    );
    const reading: unknown = JSON.parse(compute('read-narration', text).out);
    expect(() => readingSchema.parse(reading)).not.toThrow();
    expect(Object.keys(reading as object)).toEqual(['promises', 'doses', 'steps', 'swaps', 'cautions', 'claims']);
    expect(readingSchema.parse(reading).doses.map((one) => [one.kind, one.low])).toEqual([['swipes', 5]]);
    expect(readingSchema.parse(reading).swaps.length).toBe(1);
  });

  it('answers bad input with one problem and status 2', () => {
    const bad: readonly [string[], string][] = [
      [['nonsense'], 'unknown-name'],
      [[], 'unknown-name'],
      [['schedule'], 'missing-file'],
      [['schedule', join(folder, 'not-there.json')], 'missing-file'],
      [['schedule', file('text.json', 'hello')], 'not-json'],
      [['cues', bundle, '--format', 'sub'], 'unknown-format'],
      [['render', bundle, folder, join(folder, 'out.mp4')], 'no-film'],
      [['render', filmed(), join(folder, 'nowhere'), join(folder, 'out.mp4')], 'missing-file'],
      [['render', filmed(), mkdtempSync(join(folder, 'empty-')), join(folder, 'out.mp4')], 'missing-media'],
      [['render', filmed(), folder, join(folder, 'out.mp4'), '--frame', '4:3'], 'unknown-frame'],
      [['render', filmed(), folder, join(folder, 'out.mp4'), '--captions', 'loud'], 'unknown-captions'],
      [['cues', bundle, '--colour', 'red'], 'unknown-option'],
      [['place', bundle, '--frame', '4:3'], 'unknown-frame'],
      [['place', bundle, '--frame', 'page'], 'unknown-frame'],
      [['place', bundle, '--style', 'marble'], 'unknown-style'],
      [['interval', 'wilson', '5', '4'], 'impossible-number'],
      [['interval', 'wilson', 'many', '4'], 'impossible-number'],
      [['interval', 'guess', '1', '4'], 'unknown-method'],
      [['fit', bundle], 'impossible-number'],
      [['fit', bundle, '--minutes', '-3'], 'impossible-number'],
      [['read-narration', file('empty.txt', '  ')], 'no-narration'],
      [['read-narration'], 'missing-file'],
      [['spans', file('events.json', { durationMs: 0, events: [] })], 'invalid-events'],
      [['analyse'], 'missing-file'],
      [['analyse', join(folder, 'nothing.mp4')], 'missing-file'],
      [['analyse', file('words.mp4', 'no film')], 'unusable-media'],
      [['analyse', bundle, '--mirrored', 'perhaps'], 'unknown-value'],
      [['analyse', 'film.mp4', '--plan', file('plan.json', 'no plan')], 'not-json'],
    ];
    for (const [args, type] of bad) {
      const { status, out, problem } = compute(...args);
      expect(status).withContext(args.join(' ')).toBe(2);
      expect(out).toBe('');
      expect(problem?.type).withContext(args.join(' ')).toBe(type);
      expect(problem!.detail.length).toBeGreaterThan(10);
      expect(problem!.title.length).toBeGreaterThan(5);
    }
  });

  it('names the path of a fault in a bundle', () => {
    const { status, problem } = compute(
      'schedule',
      file('broken.json', {
        ...lesson,
        steps: [{ ...lesson.steps[0], dose: { ...dose, reps: { low: 1, planned: 0, high: 2 } } }],
      }),
    );
    expect(status).toBe(2);
    expect(problem?.type).toBe('invalid-bundle');
    expect(problem?.path).toBe('steps[0].dose.reps.planned');
  });

  it('tells what is in a film where nothing is done and nobody is seen', () => {
    const film = join(folder, 'plain.mp4');
    execFileSync('ffmpeg', [
      ...['-nostdin', '-loglevel', 'error', '-f', 'lavfi', '-i', 'testsrc2=size=320x180:rate=25:duration=3'],
      ...['-f', 'lavfi', '-i', 'sine=frequency=1000:duration=3', '-af', 'volume=-5dB', '-y', film],
    ]);
    const { status, out } = compute('analyse', film, '--mirrored', 'false');
    expect(status).toBe(0);
    const found = JSON.parse(out) as Record<string, unknown> & {
      motion: Record<string, unknown>;
      loudnessLufs: number;
    };
    expect([found['durationMs'], found['frameRate'], found['width'], found['height']]).toEqual([3000, 25, 320, 180]);
    expect([found['bouts'], found['holds'], found['faces'], found['sceneChangesMs']]).toEqual([[], [], [], []]);
    expect([found.motion['stepMs'], found.motion['columns'], found.motion['rows']]).toEqual([1040, 32, 18]);
    expect(Buffer.from(String(found.motion['data']), 'base64').length).toBe(3 * 32 * 18);
    // ffmpeg's sine is at -18 dBFS; 5 dB less, of one channel, reads about -26 (EBU Tech 3341: -23 dBFS stereo is -23).
    expect(Math.abs(found.loudnessLufs + 26)).toBeLessThan(1);
  });

  it('proposes what a take shows, by what was seen, said and pressed', () => {
    const span = (startMs: number, endMs: number) => ({ startMs, endMs });
    const bout = (startMs: number, side: string) => ({
      ...{ ...span(startMs, startMs + 3000), side, region: 'neck', periodMs: 1500, confidence: 0.9 },
      beatsMs: [startMs + 1500, startMs + 3000],
    });
    const analysis = file('analysis.json', {
      ...{ durationMs: 14_000, sceneChangesMs: [], holds: [], speech: [span(500, 1200)] },
      bouts: [bout(2500, 'left'), bout(8000, 'right')],
    });
    const log = (...entries: object[]) => file('log.json', { format: 'limber-cheek/log', version: 1, entries });
    const pressed = log(
      { atMs: 2600, kind: 'dose', stepId: 'a', side: 'left' },
      { atMs: 8100, kind: 'dose', stepId: 'a', side: 'right' },
      { atMs: 9000, kind: 'step', stepId: 'nowhere' },
    );
    const { segments, troubles } = JSON.parse(compute('propose', bundle, analysis, '--log', pressed).out) as {
      segments: { kind: string; stepId: string; side: string; startMs: number; beatsMs: number[]; because: string[] }[];
      troubles: { entry: number }[];
    };
    const work = segments.filter((one) => one.kind === 'reps');
    expect(work.map(({ stepId, side, startMs, beatsMs }) => [stepId, side, startMs, beatsMs.length])).toEqual([
      ['a', 'left', 2500, 2],
      ['a', 'right', 8000, 2],
    ]);
    expect(work[0]!.because[0]).toBe('pressed while filming');
    expect(troubles.map((one) => one.entry)).toEqual([2]);

    const other = file(
      'other.vtt',
      'WEBVTT\n\n00:01.000 --> 00:05.000\nRye bread needs flour, water, salt, patience\n',
    );
    expect(JSON.parse(compute('propose', bundle, analysis, other).out)).toEqual(
      jasmine.objectContaining({ detail: jasmine.stringMatching(/not the words of this lesson/) as never }),
    );
    expect(compute('propose', bundle, file('none.json', { bouts: [] })).problem!.type).toBe('invalid-analysis');
    expect(compute('propose', bundle, analysis, '--log', file('no-log.json', {})).problem!.type).toBe('invalid-log');
  });

  it('tells what was filmed when by the log alone', () => {
    const log = (...entries: object[]) => file('log.json', { format: 'limber-cheek/log', version: 1, entries });
    const pressed = log(
      { atMs: 900, kind: 'step', stepId: 'a' },
      { atMs: 3000, kind: 'dose', stepId: 'a', side: 'left' },
      { atMs: 6100, kind: 'swap', stepId: 'a', side: 'right' },
      { atMs: 8200, kind: 'dose', stepId: 'a', side: 'right' },
      { atMs: 9000, kind: 'step', stepId: 'nowhere' },
      { atMs: 11_300, kind: 'end' },
    );
    const { segments, troubles } = JSON.parse(compute('log', pressed, bundle).out) as {
      segments: { kind: string; stepId: string; side: string; startMs: number; endMs: number }[];
      troubles: { entry: number }[];
    };
    const work = segments.filter((one) => one.kind === 'reps');
    expect(work.map(({ stepId, side }) => [stepId, side])).toEqual([
      ['a', 'left'],
      ['a', 'right'],
    ]);
    for (const [at, startMs] of [3000, 8200].entries()) expect(Math.abs(work[at]!.startMs - startMs)).toBeLessThan(450);
    expect(troubles.map((one) => one.entry)).toEqual([4]);
    expect(JSON.parse(compute('log', log(), bundle).out)).toEqual({ segments: [] });
    expect(compute('log', file('no-log.json', {}), bundle).problem!.type).toBe('invalid-log');
  });

  it('holds what was planned, said and done against each other', () => {
    const span = (startMs: number, endMs: number) => ({ startMs, endMs });
    const bout = (startMs: number, side: string, n: number) => ({
      ...{ ...span(startMs, startMs + 1500 * n), side, region: 'neck', periodMs: 1500, confidence: 0.95 },
      beatsMs: Array.from({ length: n }, (_, at) => startMs + 1500 * (at + 1)),
    });
    const analysis = file('seen.json', {
      ...{ durationMs: 21_500, sceneChangesMs: [], holds: [], speech: [span(500, 1200)] },
      bouts: [bout(2500, 'left', 5), bout(12_000, 'right', 6)],
    });
    const { findings, rows } = JSON.parse(compute('said-done', bundle, analysis).out) as {
      findings: { rule: string; place: { stepId: string; side: string } }[];
      rows: { side: string; plannedCount: number; done: { count: object } | null }[];
    };
    expect(rows.map(({ side, plannedCount, done }) => [side, plannedCount, done?.count])).toEqual([
      ['left', 2, { value: 5, low: 5, high: 5 }],
      ['right', 2, { value: 6, low: 6, high: 6 }],
    ]);
    expect(findings.map(({ rule, place }) => [rule, place.side])).toContain(['filmed-sides-uneven', 'left']);
    const other = file('rye.vtt', 'WEBVTT\n\n00:01.000 --> 00:05.000\nRye bread needs flour, water, salt, patience\n');
    expect(JSON.parse(compute('said-done', bundle, other).out)).toEqual(
      jasmine.objectContaining({
        rows: jasmine.any(Array) as never,
        detail: jasmine.stringMatching(/not the words/) as never,
      }),
    );
    expect(compute('said-done', bundle, file('empty.json', {})).problem!.type).toBe('invalid-analysis');
  });
});

import { exactly } from '../../dose/dose';
import type { Dose } from '../../dose/dose.schema';
import type { Region } from '../../face/regions';
import { moveSchema, stopSchema, type Move, type Stop } from '../../move/move.schema';
import { isImplement } from '../../move/tool';

const once = { sets: exactly(1), restMs: 0 };
export const reps = (low: number, planned: number, high: number, tempoMs: number): Dose => ({
  form: 'reps',
  reps: { low, planned, high },
  tempoMs: { low: Math.round(tempoMs * 0.7), planned: tempoMs, high: Math.round(tempoMs * 1.4) },
  ...once,
});
export const passes = (planned: number, tempoMs: number, lanes = 1): Dose => ({
  form: 'passes',
  lanes: exactly(lanes),
  passes: { low: 2, planned, high: Math.max(5, planned) },
  tempoMs: exactly(tempoMs),
  ...once,
});
export const hold = (count: number, seconds: number, releaseMs = 2000): Dose => ({
  form: 'hold',
  reps: { low: 2, planned: count, high: 8 },
  holdMs: { low: 3000, planned: seconds * 1000, high: Math.max(10_000, seconds * 1000) },
  releaseMs,
  ...once,
});
export const timed = (seconds: number, ways: 1 | 2 = 1): Dose => ({
  form: 'timed',
  eachMs: { low: 10_000, planned: seconds * 1000, high: 30_000 },
  ways,
  ...once,
});
export const breaths = (planned: number, cycleMs = 9000): Dose => ({
  form: 'breaths',
  breaths: { low: 2, planned, high: 10 },
  cycleMs: exactly(cycleMs),
  ...once,
});
export const count = (planned: number, tempoMs = 1000): Dose => ({
  form: 'count',
  count: { low: 6, planned, high: 12 },
  tempoMs: exactly(tempoMs),
  ...once,
});

type Given = Partial<Move> & Pick<Move, 'name' | 'region' | 'action' | 'dose' | 'sidePlan' | 'how'>;

export function move(given: Given): Move {
  const id = given.name.toLowerCase().replace(/[^a-z]+/g, '-');
  return moveSchema.parse({ id, revision: 1, ...detailsOf(given), ...given });
}

export const drainCaution =
  'With a fever or an infection, thrombosis, heart or kidney trouble, cancer now or before, or swollen nodes: leave it out and ask a doctor first.';
export const neckCaution =
  'Feather-light, one side at a time, never on the pulse; with a lump, thyroid or carotid trouble leave it out.';
export const jawCaution = 'If the jaw hurts, clicks or locks, leave it out and ask a dentist.';
export const eyeCaution = 'On the bone, never on the eyeball; lenses out, and not after eye surgery or with glaucoma.';
export const bruiseCaution = 'With blood thinners, or when you bruise easily, leave it out.';
export const breathCaution = 'With high blood pressure or ear trouble leave it out; stop when you feel dizzy.';
export const coldCaution =
  'Keep the cold tool moving, over oil; if cold gives you hives or white fingers, leave it out.';
export const headBackCaution = 'Only as far as is easy; with neck trouble, or when you get dizzy, leave it out.';
export const pregnancyCaution = 'When you are pregnant, leave it out and ask your midwife.';
export const mouthCaution = 'Only with washed hands or a clean glove and short nails, and not with sores in the mouth.';
export const deviceCaution =
  'Never with a pacemaker, implants, epilepsy or in pregnancy; the maker’s instructions come first, and the step is left to you.';

/** A waypoint; what is not said of it is as usual. */
export function stop(region: Region, more: Partial<Stop> = {}): Stop {
  return stopSchema.parse({ region, ...more });
}

/** A route from place to place. */
export function way(...regions: readonly Region[]): Stop[] {
  return regions.map((region) => stop(region));
}

const FELT: Partial<Record<Move['action'], string>> = {
  hold: 'Under the fingertips the muscle works; nothing anywhere else. Check in the mirror that both corners are level.',
  stroke: 'Skin moves a little, nothing under it. Check that no fold runs ahead of the hand.',
  press: 'A dull warmth, never a sharp point.',
  knead: 'In the muscle, not in the joint. Touch it afterwards: it is softer.',
  stretch: 'A long pull that eases with each breath.',
  drain: 'Hardly anything: as light as can be.',
  vocalise: 'A tickle on the lips.',
};
const MISTAKES: Partial<Record<Move['action'], string>> = {
  hold: 'The brow joins in, or the shoulders rise.',
  stroke: 'Too hard, and back again over the same skin.',
  press: 'Poking with one fingertip.',
  puff: 'Holding the breath along with the air.',
  tap: 'Hitting instead of raining.',
  circle: 'Circles that drag the skin along.',
  knead: 'Teeth clenched while kneading.',
};
const UNDER_THE_EYE: Move['pressureBy'] = { eye: 'feather' };

/** What every move says of itself unless it says otherwise. */
function detailsOf({ action, region, tool, slip, pressure }: Given): Partial<Move> {
  const nails = ['press', 'pinch', 'knead', 'hold'].includes(action);
  const implement = tool !== undefined && isImplement(tool);
  const near: readonly Region[] = ['cheek', 'temple', 'brow', 'nose'];
  return {
    feltAt: FELT[action] ?? 'Where the hands are, and nowhere else.',
    mistakes: MISTAKES[action] ? [MISTAKES[action]] : [],
    evidence: 'Said with care: it may feel good for a while. Nothing more is shown for it.',
    pressureBy: near.includes(region) && pressure === 'medium' ? UNDER_THE_EYE : {},
    needsDry: action === 'pinch' && !slip,
    variants: [
      { kind: 'easier', words: 'Half as many, with a breath between.' },
      ...(nails ? [{ kind: 'long_nails' as const, words: 'Use the knuckles, or the flat of the fingers.' }] : []),
      ...(implement ? [{ kind: 'no_tool' as const, words: 'The flat of the hand does the same.' }] : []),
      { kind: 'skip', words: 'Rest the hands in the lap and breathe.' },
    ],
  };
}

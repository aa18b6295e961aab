import type { WatchEvent } from '@limber/core/viewing/event.schema';
import type { PublishedCut, PublishedLesson } from '@limber/core/viewing/published.schema';
import type { Feedback } from '@limber/core/viewing/feedback.schema';
import { seeded } from '@limber/core/solve/seeded';

export interface SimulatedViewing {
  readonly viewerId: string;
  readonly viewingId: string;
  readonly events: readonly WatchEvent[];
  readonly feedback: Feedback | null;
}

const REMARKS = [
  'I do this in the van before the early shift.',
  'Which finger goes under the cheek?',
  'The humming made the whole desk laugh. Keep it.',
  'Could the neck part be slower?',
  'My headset sits better afterwards.',
  'I would like one for the evening too.',
  'The second side of the jaw felt short.',
  'Where exactly is the hollow?',
];
const ACHES = [
  'Clicking on the left when I press where you do.',
  'A bit sore at the hinge.',
  'Jaw felt tender on the right.',
  'Too much pressure for me.',
];

/** One cut of a version, with what its steps are. */
interface Watchable {
  readonly durationMs: number;
  readonly steps: readonly (PublishedLesson['steps'][number] & { readonly startMs: number; readonly endMs: number })[];
}

/**
 * Made-up viewers of one cut of a version: most go on to the end, some leave during the long talk, at the humming and after the
 * last move; some pause, play a step again, or skip one. Seeded: the same version gives the same viewers.
 */
export function simulateViewings(
  published: PublishedLesson,
  cut: PublishedCut,
  count: number,
  firstWallMs: number,
  seed: number,
): SimulatedViewing[] {
  const lesson: Watchable = {
    durationMs: cut.durationMs,
    steps: cut.steps.map((run) => ({ ...published.steps.find((step) => step.id === run.stepId)!, ...run })),
  };
  const random = seeded(seed);
  const viewers = Array.from({ length: Math.ceil(count * 0.62) }, () => uuid(random, 4));
  return Array.from({ length: count }, (_, i) => {
    const viewerId = i < viewers.length ? viewers[i]! : viewers[Math.floor(random() * viewers.length)]!;
    const startWall = firstWallMs + Math.floor(i * 5.3 * 3_600_000 + random() * 3_600_000);
    return oneViewing(lesson, viewerId, startWall, random);
  });
}

function oneViewing(lesson: Watchable, viewerId: string, startWall: number, random: () => number): SimulatedViewing {
  const viewingId = uuid(random, 4);
  const events: WatchEvent[] = [];
  let wall = startWall;
  const emit = (kind: WatchEvent['kind'], fromMs: number, toMs: number): void => {
    events.push({ id: uuid(random, 7, wall), viewingId, kind, fromMs, toMs, wallMs: wall, rate: 1 });
  };
  const play = (fromMs: number, toMs: number): void => {
    for (let at = fromMs; at < toMs;) {
      const until = Math.min(toMs, at + 10_000);
      wall += until - at;
      emit('played', at, until);
      at = until;
    }
  };

  const patience = 0.6 + random() * 0.9;
  emit('opened', 0, 0);
  emit('play', 0, 0);
  let at = 0;
  let left = false;
  for (const step of lesson.steps) {
    const talkLoss = 0.035 + (step.startMs - at > 15_000 ? 0.06 : 0);
    if (random() < talkLoss / patience) {
      play(at, Math.round(at + (step.startMs - at) * random()));
      left = true;
      break;
    }
    if (random() < 0.05) {
      emit('seek', at, step.endMs);
      at = step.endMs;
      continue;
    }
    if (random() < 0.12) {
      const where = Math.round(at + (step.endMs - at) * random());
      play(at, where);
      emit('pause', where, where);
      wall += Math.round(5000 + random() * 50_000);
      emit('play', where, where);
      at = where;
    }
    const loss = { mouth: 0.1, jaw: 0.035, neck: 0.02 }[step.region as string] ?? 0.012;
    if (random() < loss / patience) {
      play(at, Math.max(at, Math.round(step.startMs + (step.endMs - step.startMs) * (0.15 + 0.7 * random()))));
      left = true;
      break;
    }
    play(at, step.endMs);
    at = step.endMs;
    if (random() < (step.region === 'cheek' ? 0.2 : 0.06)) {
      emit('again', at, step.startMs);
      play(step.startMs, step.endMs);
    }
  }
  if (!left) {
    const leaves = random() < 0.3;
    const end = leaves ? Math.round(at + (lesson.durationMs - at) * random()) : lesson.durationMs;
    play(at, end);
    if (!leaves) emit('ended', end, end);
  }
  emit('closed', at, at);
  return { viewerId, viewingId, events, feedback: left ? null : answer(lesson, viewingId, random) };
}

function answer(lesson: Watchable, viewingId: string, random: () => number): Feedback | null {
  if (random() < 0.25) return null;
  const roll = random();
  const felt = lesson.steps
    .filter(() => random() < 0.4)
    .map(({ region }) => ({
      region,
      side: SIDED.has(region) ? (random() < 0.5 ? ('left' as const) : ('right' as const)) : null,
    }));
  const jaw = lesson.steps.find((step) => step.region === 'jaw');
  const aches = jaw !== undefined && random() < 0.06;
  return {
    viewingId,
    ease: roll < 0.14 ? 'too_easy' : roll < 0.84 ? 'right' : 'too_hard',
    felt,
    discomfort: aches
      ? {
          stepId: jaw.id,
          side: random() < 0.7 ? 'left' : 'right',
          serious: false,
          words: ACHES[Math.floor(random() * ACHES.length)]!,
        }
      : null,
    remark: random() < 0.22 ? REMARKS[Math.floor(random() * REMARKS.length)]! : '',
  };
}

const SIDED = new Set(['collarbone', 'neck', 'jaw', 'cheek', 'eye', 'brow', 'ear', 'temple']);

/** A UUID of version 4 or 7 from a seeded stream. */
function uuid(random: () => number, version: 4 | 7, wallMs = 0): string {
  const hex = (digits: number): string =>
    Array.from({ length: digits }, () => Math.floor(random() * 16).toString(16)).join('');
  const time = version === 7 ? wallMs.toString(16).padStart(12, '0') : hex(12);
  const variant = '89ab'[Math.floor(random() * 4)]!;
  return `${time.slice(0, 8)}-${time.slice(8, 12)}-${version}${hex(3)}-${variant}${hex(3)}-${hex(12)}`;
}

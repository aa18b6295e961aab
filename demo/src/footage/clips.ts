import type { Region } from '@limber/core/face/regions';
import { seeded } from '@limber/core/solve/seeded';
import { along, blinks, handOn, phaseIn, PLACES, RAISE_MS, raisedAt, type Path } from './motion';
import { drawPresenter, type HandPose, type Pose } from './presenter';

/**
 * Short invented clips, each with a face, light, camera and movements of its own under a seed, and the truth of what
 * happens in it: what an analysis of footage is tried on. They are drawn, and say nothing of real skin.
 */
export interface Clip {
  readonly seed: number;
  readonly durationMs: number;
  readonly events: readonly ClipEvent[];
  readonly look: Look;
  readonly camera: Camera;
}

export type ClipSide = 'left' | 'right' | 'both';

/** What happens: times in ms; beats are the instants at which repetitions complete. Sides are the picture's own. */
export interface ClipEvent {
  readonly kind: 'talk' | 'bout' | 'hold';
  readonly action: Path['kind'] | null;
  readonly side: ClipSide | null;
  readonly region: Region | null;
  readonly startMs: number;
  readonly endMs: number;
  readonly beatsMs: readonly number[];
  readonly path: Path | null;
}

interface Look {
  /** Every colour of the drawing, as it is to be. */
  readonly recolour: (svg: string) => string;
  /** Size of the presenter in the picture, and where her middle is. */
  readonly size: number;
  readonly x: number;
  readonly y: number;
}

interface Camera {
  /** Picture units of a 960 × 540 picture. */
  readonly shake: number;
  /** Grey levels, of 255. */
  readonly noise: number;
  /** Share by which the light goes up and down. */
  readonly flicker: number;
  /** How much she turns the head while she talks, 0 to 1. */
  readonly turns: number;
  readonly phase: readonly number[];
}

const SKINS = ['#f0cdb4', '#e3b08d', '#c98f66', '#a06a45', '#6f4630', '#8d5b3e'];
const HAIRS = ['#3c2a33', '#1d1a1c', '#8a5a33', '#c9a368', '#7d7a78', '#5a2f22'];
const JUMPERS = ['#2f6f70', '#d9cfc2', '#232833', '#9b3d4f', '#e0b64a', '#6b6f9a'];
const WALLS = ['#efe4d6', '#cfd8dc', '#f6f3ee', '#8d8478', '#b7c4a8', '#4f4a55'];

interface Way {
  readonly kind: Path['kind'];
  readonly shape: HandPose['shape'];
  readonly periods: readonly [low: number, high: number];
  readonly regions: readonly Region[];
  readonly to?: Partial<Record<Region, Region>>;
}
const WAYS: readonly Way[] = [
  {
    kind: 'travel',
    shape: 'flat',
    periods: [1100, 3000],
    regions: ['cheek', 'forehead', 'neck', 'jaw', 'chin'],
    to: { cheek: 'ear', forehead: 'temple', neck: 'collarbone', jaw: 'ear', chin: 'jaw' },
  },
  { kind: 'circle', shape: 'ring', periods: [900, 2600], regions: ['temple', 'cheek', 'eye', 'jaw'] },
  { kind: 'press', shape: 'flat', periods: [900, 2800], regions: ['collarbone', 'cheek', 'jaw', 'temple'] },
  { kind: 'knead', shape: 'knuckles', periods: [800, 2400], regions: ['jaw', 'cheek', 'brow', 'nape'] },
  { kind: 'tap', shape: 'tips', periods: [320, 700], regions: ['cheek', 'under_chin', 'forehead', 'eye'] },
];
const HOLD_REGIONS: readonly Region[] = ['jaw', 'cheek', 'brow', 'temple', 'neck', 'collarbone', 'chin', 'forehead'];
/** The phase of a hold in which the hand rests on its place. */
const HELD = 0.4;

/** @param seed the same clip for the same number. */
export function clipOf(seed: number): Clip {
  const random = seeded(seed * 7919 + 13);
  const between = (low: number, high: number): number => low + random() * (high - low);
  const one = <T>(list: readonly T[]): T => list[Math.floor(random() * list.length)]!;
  const events: ClipEvent[] = [];
  let now = 400;
  const talk = (): void => {
    const endMs = now + between(2500, 6000);
    events.push({ kind: 'talk', action: null, side: null, region: null, startMs: now, endMs, beatsMs: [], path: null });
    now = endMs;
  };
  talk();
  while (now < 42_000) {
    const holds = random() < 0.3;
    const way = one(WAYS);
    const region = one(holds ? HOLD_REGIONS : way.regions);
    const path: Path = {
      kind: holds ? 'hold' : way.kind,
      shape: holds ? one(['flat', 'tips', 'ring'] as const) : way.shape,
      from: PLACES[region]!,
      to: PLACES[way.to?.[region] ?? region]!,
      angle: 18 + 26 * random(),
      periodMs: 0,
    };
    const both = random() < 0.3;
    const first: ClipSide = random() < 0.5 ? 'left' : 'right';
    const sides: ClipSide[] = both ? ['both'] : random() < 0.6 ? [first, first === 'left' ? 'right' : 'left'] : [first];
    const periodMs = between(...way.periods);
    const count = Math.round(way.kind === 'tap' ? between(10, 24) : between(5, 9));
    for (const side of sides) {
      now += RAISE_MS + between(300, 900);
      const startMs = now;
      const beatsMs: number[] = [];
      if (holds) now += between(3000, 9000);
      else
        for (let i = 0; i < count; i++) {
          now += periodMs * between(0.8, 1.2);
          beatsMs.push(now);
        }
      events.push({
        kind: holds ? 'hold' : 'bout',
        action: path.kind,
        side,
        region,
        startMs,
        endMs: now,
        beatsMs,
        path,
      });
      now += RAISE_MS + between(200, 700);
    }
    if (random() < 0.7) talk();
  }
  const steady = random();
  return {
    seed,
    durationMs: now + 600,
    events,
    look: lookOf(random, one),
    camera: {
      shake: steady < 0.4 ? 0 : between(1, 7),
      noise: between(0, 14),
      flicker: random() < 0.5 ? 0 : between(0.01, 0.05),
      turns: random() < 0.6 ? 0 : between(0.3, 1),
      phase: Array.from({ length: 6 }, () => between(0, 2 * Math.PI)),
    },
  };
}

function lookOf(random: () => number, one: <T>(list: readonly T[]) => T): Look {
  const skin = rgb(one(SKINS));
  const [hair, jumper, wall] = [one(HAIRS), one(JUMPERS), one(WALLS)];
  const usual = rgb('#e3b08d');
  const skins = ['#e3b08d', '#cf9673', '#a86f51', '#d9a27e', '#d59c78', '#bd8361', '#d39d7b', '#dfab88', '#f0cbb2'];
  const map = new Map(
    skins.map((hex) => [hex, hexOf(rgb(hex).map((value, i) => (value * skin[i]!) / usual[i]!))] as const),
  );
  const shade = (hex: string, by: number): string => hexOf(rgb(hex).map((value) => value * by));
  map.set('#3c2a33', hair).set('#55404b', shade(hair, 1.4));
  map.set('#2f6f70', jumper).set('#265b5c', shade(jumper, 0.82));
  map.set('#efe4d6', wall).set('#dfcfbd', shade(wall, 0.9)).set('#cdb9a3', shade(wall, 0.78));
  return {
    recolour: (svg) => svg.replace(/#[0-9a-f]{6}/g, (hex) => map.get(hex) ?? hex),
    size: 0.85 + 0.35 * random(),
    x: -60 + 120 * random(),
    y: -20 + 50 * random(),
  };
}

const rgb = (hex: string): number[] => [1, 3, 5].map((at) => parseInt(hex.slice(at, at + 2), 16));
const hexOf = (values: readonly number[]): string =>
  `#${values
    .map((value) =>
      Math.max(0, Math.min(255, Math.round(value)))
        .toString(16)
        .padStart(2, '0'),
    )
    .join('')}`;

/** The picture at an instant as SVG, 960 × 540. */
export function drawClip(clip: Clip, ms: number): string {
  const { look, camera } = clip;
  const talks = clip.events.some((one) => one.kind === 'talk' && one.startMs <= ms && ms < one.endMs);
  const pose: Pose = {
    mouth: talks ? 1.5 + 1.5 * Math.sin(ms / 90) * Math.sin(ms / 230 + 1) : 0,
    lips: talks ? 'talk' : 'smile',
    eyes: blinks(ms) ? 'shut' : 'open',
    brows: talks && Math.floor(ms / 1400) % 4 === 1 ? 0.45 : 0,
    cheeks: 0,
    sway: Math.sin(ms / 1900) * (talks ? 3 : 1),
    left: handAt(clip, 'left', ms),
    right: handAt(clip, 'right', ms),
  };
  const turn = camera.turns * Math.sin(ms / 2600 + camera.phase[0]!) * (talks ? 1 : 0.35);
  const [a, b, c, d, e] = camera.phase;
  const t = ms / 1000;
  const dx = camera.shake * (Math.sin(2.1 * t + a!) + 0.6 * Math.sin(5.3 * t + b!) + 0.3 * Math.sin(11 * t + e!));
  const dy = camera.shake * (0.8 * Math.sin(1.7 * t + c!) + 0.5 * Math.sin(6.1 * t + d!) + 0.25 * Math.sin(12 * t));
  const light = camera.flicker * (Math.sin(7.3 * t) + 0.7 * Math.sin(2.2 * t + 1));
  const svg = look.recolour(drawPresenter(pose, turn));
  const inner = svg.replace(/^<svg[^>]*>/, '').replace(/<\/svg>$/, '');
  const shade =
    light > 0 ? `fill="#fff" opacity="${light.toFixed(3)}"` : `fill="#000" opacity="${(-light).toFixed(3)}"`;
  return `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 960 540" width="960" height="540"><rect width="960" height="540" fill="#8a7f74"/><g transform="translate(${(480 + look.x + dx).toFixed(2)} ${(270 + look.y + dy).toFixed(2)}) scale(${(look.size * 1.06).toFixed(3)}) translate(-480 -270)">${inner}</g><rect width="960" height="540" ${shade}/></svg>`;
}

/** Where the presenter's face is in the picture: x, y, width, height as shares, without shake and turns. */
export function faceOf({ look }: Clip): readonly [x: number, y: number, width: number, height: number] {
  const scale = look.size * 1.06;
  const left = (480 + look.x + scale * (372 - 480)) / 960;
  const top = (270 + look.y + scale * (92 - 270)) / 540;
  return [left, top, (scale * 216) / 960, (scale * 266) / 540];
}

function handAt(clip: Clip, side: 'left' | 'right', ms: number): HandPose | null {
  for (const event of clip.events) {
    if (!event.path || (event.side !== side && event.side !== 'both')) continue;
    if (ms < event.startMs - RAISE_MS || ms > event.endMs + RAISE_MS) continue;
    const [tremor, drift] = event.kind === 'hold' ? [1.2 * Math.sin(ms / 31), 2 * Math.sin(ms / 1300)] : [0, 0];
    const phase = event.kind === 'hold' ? HELD : phaseIn(event, Math.max(ms, event.startMs));
    const [out, y] = along(event.path, phase);
    return handOn(side, event.path, [out + drift, y + tremor], raisedAt(event, ms));
  }
  return null;
}

/** Where a hand is and how it is held. x and y are picture units of a 960 × 540 canvas; angle in degrees, 0 pointing up. */
export interface HandPose {
  readonly x: number;
  readonly y: number;
  readonly angle: number;
  readonly shape: 'flat' | 'tips' | 'knuckles' | 'ring' | 'pinch';
}

export interface Pose {
  /** 0 closed to 3 wide. */
  readonly mouth: number;
  readonly lips: 'talk' | 'smile' | 'hum' | 'rolled' | 'puff';
  readonly eyes: 'open' | 'shut' | 'up';
  /** 0 to 1. */
  readonly brows: number;
  readonly cheeks: number;
  /** Sway of the head, picture units. */
  readonly sway: number;
  /** The hand of the body's left side; it is at the picture's left, as in a mirror. */
  readonly left: HandPose | null;
  readonly right: HandPose | null;
}

const SKIN = '#e3b08d';
const SKIN_SHADE = '#cf9673';
const SKIN_LINE = '#a86f51';
const HAIR = '#3c2a33';
const HAIR_LIGHT = '#55404b';
const JUMPER = '#2f6f70';
const JUMPER_SHADE = '#265b5c';
const INK = '#2b2330';

const n = (value: number): string => String(Math.round(value * 10) / 10);

/** A turned head: narrower, moved aside and a little tilted about the chin. */
function turned(turn: number): string {
  if (turn === 0) return '';
  const narrow = 1 - 0.16 * Math.abs(turn);
  return ` translate(${n(480 + 22 * turn)} 350) rotate(${n(4 * turn)}) scale(${narrow.toFixed(3)} 1) translate(-480 -350)`;
}

/** The whole picture as SVG, 960 × 540: the harbour studio, the presenter, and her hands in front. */
export function drawPresenter(pose: Pose, turn = 0): string {
  return `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 960 540" width="960" height="540">
${STUDIO}${body()}<g transform="translate(${n(pose.sway)} 0)${turned(turn)}">${head(pose)}</g>
${pose.left ? hand(pose.left, 1) : ''}${pose.right ? hand(pose.right, -1) : ''}</svg>`;
}

/** A radio room by the harbour at first light: window, shelf, lamp, microphone arm, plant. */
const STUDIO = `<defs>
<linearGradient id="sky" x1="0" y1="0" x2="0" y2="1"><stop offset="0" stop-color="#93b4bf"/><stop offset=".62" stop-color="#f0d3b4"/><stop offset="1" stop-color="#f3c391"/></linearGradient>
<linearGradient id="wall" x1="0" y1="0" x2="1" y2="1"><stop offset="0" stop-color="#efe4d6"/><stop offset="1" stop-color="#dfcfbd"/></linearGradient>
<radialGradient id="glow" cx=".5" cy=".5" r=".5"><stop offset="0" stop-color="#ffdf9c" stop-opacity=".75"/><stop offset="1" stop-color="#ffdf9c" stop-opacity="0"/></radialGradient>
<radialGradient id="blush"><stop offset="0" stop-color="#d9765f" stop-opacity=".5"/><stop offset="1" stop-color="#d9765f" stop-opacity="0"/></radialGradient>
<linearGradient id="skin" x1="0" y1="0" x2="1" y2="0"><stop offset="0" stop-color="#d9a27e"/><stop offset=".28" stop-color="${SKIN}"/><stop offset=".72" stop-color="${SKIN}"/><stop offset="1" stop-color="#d59c78"/></linearGradient>
<linearGradient id="neck" x1="0" y1="0" x2="0" y2="1"><stop offset="0" stop-color="#bd8361"/><stop offset=".4" stop-color="#d39d7b"/><stop offset="1" stop-color="#dfab88"/></linearGradient>
</defs>
<rect width="960" height="540" fill="url(#wall)"/>
<rect y="430" width="960" height="110" fill="#cdb9a3"/><rect y="426" width="960" height="6" fill="#bda78f"/>
<g><rect x="58" y="62" width="224" height="220" rx="8" fill="#8f6f52"/><rect x="70" y="74" width="200" height="196" fill="url(#sky)"/>
<circle cx="198" cy="196" r="20" fill="#fbe2ad"/><rect x="70" y="206" width="200" height="64" fill="#5d8790"/><path d="M70 214h200M96 228h60M178 236h70M84 250h84" stroke="#7ea4aa" stroke-width="3" fill="none"/>
<path d="M104 206l8-40h10l8 40z" fill="#b8523f"/><rect x="111" y="154" width="12" height="13" fill="#f7e3b2"/><path d="M109 154l8-9 8 9z" fill="#7d3a2e"/>
<path d="M212 212h38l-7 11h-24z" fill="#3d4d5c"/><path d="M230 212v-24l14 20z" fill="#f4ece3"/>
<path d="M170 74v196M70 172h200" stroke="#8f6f52" stroke-width="7"/></g>
<g><rect x="704" y="168" width="214" height="11" rx="3" fill="#8f6f52"/>
<rect x="722" y="98" width="20" height="70" rx="2" fill="#6b2d5c"/><rect x="745" y="108" width="15" height="60" rx="2" fill="#b9785a"/><rect x="763" y="90" width="23" height="78" rx="2" fill="#4c8187"/><rect x="789" y="112" width="17" height="56" rx="2" fill="#d5b173"/>
<circle cx="868" cy="112" r="88" fill="url(#glow)"/><path d="M852 168h32l-6-8h-20zM866 160v-30" fill="#6d5a4b" stroke="#6d5a4b" stroke-width="4"/><path d="M842 130l12-36h28l12 36z" fill="#f2c879"/></g>
<g><path d="M834 426c-4-54-30-84-44-96 32 8 52 44 54 96zM842 426c-4-70 10-112 30-134 6 44-8 96-22 134zM850 426c6-42 30-66 52-72-8 36-26 58-44 72z" fill="#6f9272"/><path d="M806 420h84l-10 66h-64z" fill="#b9694a"/><rect x="800" y="412" width="96" height="16" rx="4" fill="#a65a3d"/></g>
<g fill="none" stroke="#4a4350" stroke-width="8" stroke-linecap="round"><path d="M20 540L84 392L196 352"/></g><g transform="translate(214 346) rotate(-18)"><rect x="-22" y="-16" width="52" height="32" rx="15" fill="#4a4350"/><path d="M4-16v32M14-16v32" stroke="#6c6474" stroke-width="3"/></g>`;

function body(): string {
  return `<path d="M480 446c-58 0-90-30-138-20-74 22-104 66-112 130h500c-8-64-38-108-112-130-48-10-80 20-138 20z" fill="${JUMPER}"/>
<path d="M342 426c26 40 82 62 138 62s112-22 138-62c-20-6-36-14-50-22-16 34-46 52-88 52s-72-18-88-52c-14 8-30 16-50 22z" fill="url(#neck)"/>
<path d="M426 320v66c0 16-12 24-34 32 20 34 52 44 88 44s68-10 88-44c-22-8-34-16-34-32v-66z" fill="url(#neck)"/>
<path d="M398 424c22 10 46 16 66 30M562 424c-22 10-46 16-66 30" stroke="${SKIN_LINE}" stroke-width="3" fill="none" stroke-linecap="round" opacity=".55"/>
<path d="M330 430c30 50 90 72 150 72s120-22 150-72" stroke="${JUMPER_SHADE}" stroke-width="14" fill="none" stroke-linecap="round"/>
<path d="M270 540c4-34 14-60 30-78M690 540c-4-34-14-60-30-78" stroke="${JUMPER_SHADE}" stroke-width="5" fill="none" stroke-linecap="round"/>`;
}

function head(pose: Pose): string {
  const browY = 176 - pose.brows * 11;
  const lift = pose.cheeks * 9;
  const puff = pose.lips === 'puff' ? 12 : 0;
  return `<path d="M480 66c-78 0-122 50-122 132 0 70-4 120-20 160 30 14 60 10 76-10h132c16 20 46 24 76 10-16-40-20-90-20-160 0-82-44-132-122-132z" fill="${HAIR}"/>
<ellipse cx="369" cy="226" rx="17" ry="30" fill="${SKIN_SHADE}"/><ellipse cx="591" cy="226" rx="17" ry="30" fill="${SKIN_SHADE}"/>
<path d="M366 212c6 6 8 18 3 28M594 212c-6 6-8 18-3 28" stroke="${SKIN_LINE}" stroke-width="2.5" fill="none" stroke-linecap="round"/>
<circle cx="368" cy="262" r="5" fill="#f2b84b"/><circle cx="592" cy="262" r="5" fill="#f2b84b"/>
<path d="M372 190c0-60 40-98 108-98s108 38 108 98c0 ${n(50 + puff)} -6 84-22 112-20 36-52 56-86 56s-66-20-86-56c-16-28-22-${n(62 - puff)} -22-112z" fill="url(#skin)"/>
<path d="M480 86c-76 0-116 38-112 122 20-22 40-40 52-66 44 10 104 2 142-26 8 34 20 66 30 92 4-84-36-122-112-122z" fill="${HAIR}"/>
<path d="M420 142c44 10 104 2 142-26M392 118c20-18 46-28 74-29" stroke="${HAIR_LIGHT}" stroke-width="4" fill="none" stroke-linecap="round"/>
<ellipse cx="418" cy="${n(268 - lift)}" rx="${n(32 + puff)}" ry="${n(22 + puff / 2)}" fill="url(#blush)"/><ellipse cx="542" cy="${n(268 - lift)}" rx="${n(32 + puff)}" ry="${n(22 + puff / 2)}" fill="url(#blush)"/>
${pose.cheeks > 0.3 ? `<path d="M396 ${n(262 - lift)}c12-12 34-12 44 2M564 ${n(262 - lift)}c-12-12-34-12-44 2" stroke="${SKIN_LINE}" stroke-width="2.5" fill="none" stroke-linecap="round" opacity=".6"/>` : ''}
${eye(428, pose, lift)}${eye(532, pose, lift)}
<path d="M398 ${n(browY + 6)}q28-18 58-4l-2 7q-28-9-54 3zM562 ${n(browY + 6)}q-28-18-58-4l2 7q28-9 54 3z" fill="${HAIR}"/>
<path d="M476 214c-4 22-12 40-14 50 2 8 12 10 20 8" stroke="${SKIN_LINE}" stroke-width="3.2" fill="none" stroke-linecap="round" stroke-linejoin="round"/><path d="M489 272c6 0 9-2 10-5" stroke="${SKIN_LINE}" stroke-width="2.6" fill="none" stroke-linecap="round"/>
${mouth(pose)}
<path d="M462 346c12 4 24 4 36 0" stroke="${SKIN_LINE}" stroke-width="2.4" fill="none" stroke-linecap="round" opacity=".6"/>`;
}

function eye(x: number, pose: Pose, lift: number): string {
  const outward = x < 480 ? -1 : 1;
  const lash = `<path d="M${x - 25} 212q25-21 50 0" stroke="${INK}" stroke-width="4" fill="none" stroke-linecap="round"/>`;
  if (pose.eyes === 'shut')
    return `<path d="M${x - 24} 214q24 13 48 0" stroke="${INK}" stroke-width="4" fill="none" stroke-linecap="round"/><path d="M${x + outward * 20} 217l${outward * 6} 4" stroke="${INK}" stroke-width="3" stroke-linecap="round"/>`;
  const look = pose.eyes === 'up' ? -4 : 0;
  const lower = n(13 - lift * 0.5);
  return `<path d="M${x - 24} 213q24-22 48 0q-24 ${lower}-48 0z" fill="#fffaf3"/>
<clipPath id="e${x}"><path d="M${x - 24} 213q24-22 48 0q-24 ${lower}-48 0z"/></clipPath><g clip-path="url(#e${x})"><circle cx="${x}" cy="${211 + look}" r="10.5" fill="#5b7263"/><circle cx="${x}" cy="${211 + look}" r="5" fill="${INK}"/></g><circle cx="${x + 4}" cy="${207 + look}" r="2.4" fill="#fff"/>${lash}<path d="M${x + outward * 25} 212l${outward * 6}-4" stroke="${INK}" stroke-width="3.4" stroke-linecap="round"/>`;
}

function mouth(pose: Pose): string {
  const lip = '#b9504f';
  switch (pose.lips) {
    case 'smile':
      return `<path d="M440 300q40 30 80 0q-40 12-80 0z" fill="${lip}"/><path d="M436 297q44 24 88 0" stroke="#8f3a3c" stroke-width="3" fill="none" stroke-linecap="round"/>`;
    case 'hum':
      return `<ellipse cx="480" cy="306" rx="22" ry="11" fill="${lip}"/><path d="M459 306q21 ${pose.mouth > 1 ? 5 : 2} 42 0" stroke="#8f3a3c" stroke-width="3" fill="none" stroke-linecap="round"/>`;
    case 'rolled':
      return `<path d="M436 305q44 5 88 0" stroke="#8f3a3c" stroke-width="5" fill="none" stroke-linecap="round"/>`;
    case 'puff':
      return `<ellipse cx="480" cy="307" rx="16" ry="9" fill="${lip}"/>`;
    case 'talk': {
      const open = [0, 8, 15, 23][Math.max(0, Math.min(3, Math.round(pose.mouth)))]!;
      const wide = 36 - open * 0.35;
      if (open === 0)
        return `<path d="M${n(480 - wide)} 304q18-9 ${n(wide)}-3q18-6 ${n(wide)} 3q-${n(wide)} 17-${n(2 * wide)} 0z" fill="${lip}"/><path d="M${n(480 - wide)} 304q${n(wide)} 6 ${n(2 * wide)} 0" stroke="#8f3a3c" stroke-width="2.6" fill="none"/>`;
      return `<path d="M${n(480 - wide)} 303q18-10 ${n(wide)}-4q18-6 ${n(wide)} 4q-6 ${n(open + 14)}-${n(wide)} ${n(open + 14)}q-${n(wide - 6)} 0-${n(wide)}-${n(open + 14)}z" fill="${lip}"/>
<path d="M${n(488 - wide)} 304q${n(wide - 8)}-5 ${n(2 * wide - 16)} 0q-6 ${n(open)}-${n(wide - 8)} ${n(open)}q-${n(wide - 14)} 0-${n(wide - 8)}-${n(open)}z" fill="#5d1f29"/><path d="M${n(490 - wide)} 304q${n(wide - 10)}-4 ${n(2 * wide - 20)} 0l-4 4q-${n(wide - 14)} 3-${n(2 * wide - 28)} 0z" fill="#fff6ea"/>`;
    }
  }
}

/** A forearm from below and a hand with four fingers and a thumb; `out` is 1 at the picture's left, −1 at its right. */
function hand(pose: HandPose, out: 1 | -1): string {
  const elbowX = 480 - out * 290;
  const wristX = pose.x - Math.sin((pose.angle * Math.PI) / 180) * 46 * out * -1 * -1;
  const wristY = pose.y + Math.cos((pose.angle * Math.PI) / 180) * 52;
  const bendX = (elbowX + wristX) / 2 - out * 24;
  const sleeve = `M${n(elbowX)} 600Q${n(bendX)} ${n((600 + wristY) / 2 + 40)} ${n(wristX)} ${n(wristY)}`;
  const middleX = elbowX * 0.25 + bendX * 0.5 + wristX * 0.25;
  const middleY = 600 * 0.25 + ((600 + wristY) / 2 + 40) * 0.5 + wristY * 0.25;
  const limb = `<path d="${sleeve}" stroke="${SKIN_LINE}" stroke-width="47" fill="none" stroke-linecap="round"/><path d="${sleeve}" stroke="${SKIN}" stroke-width="43" fill="none" stroke-linecap="round"/>
<path d="M${n(elbowX)} 600Q${n((elbowX + bendX) / 2)} ${n((600 + middleY) / 2 + 16)} ${n(middleX)} ${n(middleY)}" stroke="${JUMPER_SHADE}" stroke-width="66" fill="none" stroke-linecap="round"/><path d="M${n(elbowX)} 600Q${n((elbowX + bendX) / 2)} ${n((600 + middleY) / 2 + 16)} ${n(middleX)} ${n(middleY)}" stroke="${JUMPER}" stroke-width="60" fill="none" stroke-linecap="round"/>`;
  return `<g>${limb}<g transform="translate(${n(pose.x)} ${n(pose.y)}) rotate(${n(pose.angle * out)}) scale(${out} 1)">${SHAPES[pose.shape]}</g></g>`;
}

/** Finger strokes in hand space: fingertips up, palm around (0, 30), thumb towards +x (the middle of the picture). */
function fingers(
  tips: readonly (readonly [x: number, y: number, fromX: number])[],
  thumb: string,
  palm: string,
): string {
  const paths = tips.map(
    ([x, y, fromX]) => `M${fromX} 24Q${n((fromX + x) / 2 + (x < 0 ? -2 : 2))} ${n((24 + y) / 2)} ${x} ${y}`,
  );
  const draw = (colour: string, width: number): string =>
    [...paths, thumb]
      .map((d) => `<path d="${d}" stroke="${colour}" stroke-width="${width}" fill="none" stroke-linecap="round"/>`)
      .join('');
  const nails = tips.map(([x, y]) => `<ellipse cx="${x}" cy="${y - 1}" rx="4" ry="5" fill="#f0cbb2"/>`).join('');
  return `<g>${draw(SKIN_LINE, 19)}<path d="${palm}" fill="${SKIN}" stroke="${SKIN_LINE}" stroke-width="2.4"/>${draw(SKIN, 15)}${nails}</g>`;
}

const PALM = 'M-27 22Q-30 58-20 70L20 70Q30 54 27 22Q0 12-27 22z';
const SHAPES: Record<HandPose['shape'], string> = {
  flat: fingers(
    [
      [-24, -28, -20],
      [-8, -40, -7],
      [9, -39, 7],
      [24, -28, 20],
    ],
    'M24 52Q42 36 44 16',
    PALM,
  ),
  tips: fingers(
    [
      [-20, -12, -20],
      [-7, -28, -7],
      [8, -28, 7],
      [21, -14, 20],
    ],
    'M22 54Q38 44 34 26',
    PALM,
  ),
  ring: fingers(
    [
      [-22, -4, -20],
      [-9, -36, -7],
      [10, 2, 7],
      [22, 6, 20],
    ],
    'M22 54Q34 42 24 26',
    PALM,
  ),
  pinch: fingers(
    [
      [-21, 4, -20],
      [-8, 2, -7],
      [9, -2, 7],
      [22, -22, 20],
    ],
    'M24 50Q44 30 30 -18',
    PALM,
  ),
  knuckles: `<g><path d="M-29 8Q-30 58-20 70L20 70Q30 54 29 8Q20-8 0-8T-29 8z" fill="${SKIN}" stroke="${SKIN_LINE}" stroke-width="2.4"/>${[-21, -7, 7, 21].map((x) => `<rect x="${x - 8}" y="-14" width="15" height="40" rx="7.5" fill="${SKIN}" stroke="${SKIN_LINE}" stroke-width="2.2"/><path d="M${x - 4}-4q3.5-3 7 0" stroke="${SKIN_LINE}" stroke-width="1.8" fill="none"/>`).join('')}<path d="M26 48Q8 34-12 38" stroke="${SKIN_LINE}" stroke-width="18" fill="none" stroke-linecap="round"/><path d="M26 48Q8 34-12 38" stroke="${SKIN}" stroke-width="14" fill="none" stroke-linecap="round"/></g>`,
};

import type { Region } from './regions';

/**
 * The front view of the face map as SVG paths in a box of 280 × 400. Each path is the half at the picture's left, which
 * is the body's own left, drawn as in a mirror; the other half is its reflection about x = {@link MAP_MIDDLE}.
 * In drawing order: what lies on top comes last.
 */
export const MAP_MIDDLE = 140;

export const MAP_HALVES: readonly { readonly region: Region; readonly d: string }[] = [
  { region: 'nape', d: 'M101 246C100 268 99 290 92 309L80 313C87 292 88 262 86 240Z' },
  { region: 'scalp', d: 'M140 22C84 22 50 60 48 116L50 132L62 130C62 92 86 64 140 58Z' },
  { region: 'ear', d: 'M58 138C46 132 42 154 48 174C52 188 60 190 64 182L61 150Z' },
  { region: 'chest', d: 'M140 350C108 350 78 346 52 337C40 346 30 360 24 376L22 400L140 400Z' },
  { region: 'shoulder', d: 'M77 318C56 325 34 333 22 348C14 360 11 378 10 396L20 396C24 370 36 348 53 334Z' },
  { region: 'collarbone', d: 'M140 327C114 327 94 322 80 318L55 333C82 343 112 347 140 347Z' },
  {
    region: 'neck',
    d: 'M104 250L109 271C119 277 130 279 140 279L140 324C122 324 106 320 95 312C101 292 104 272 104 250Z',
  },
  { region: 'under_chin', d: 'M140 261C126 261 114 256 104 248L110 268C119 274 130 276 140 276Z' },
  { region: 'forehead', d: 'M140 61C92 66 67 92 65 122L77 118C96 106 120 107 140 111Z' },
  { region: 'temple', d: 'M65 126C63 136 63 144 64 152L78 149C76 138 76 130 79 121Z' },
  { region: 'brow', d: 'M80 122C95 108 117 108 131 115L131 124C116 118 98 119 83 130Z' },
  { region: 'eye', d: 'M82 133C97 122 117 121 130 128L130 147C117 157 95 157 82 149Z' },
  {
    region: 'cheek',
    d: 'M65 156L80 152C95 160 114 160 128 153L124 170C117 179 116 186 114 195C102 209 88 214 75 206C69 192 65 174 65 156Z',
  },
  { region: 'nose', d: 'M140 114L133 117L132 150C126 165 121 174 125 183C130 187 135 188 140 188Z' },
  {
    region: 'jaw',
    d: 'M76 211C90 219 104 213 114 200C110 212 110 222 116 229C111 238 113 248 121 255C103 249 84 236 76 211Z',
  },
  { region: 'mouth', d: 'M140 191C130 191 121 192 117 197C111 207 112 219 120 226C127 229 133 230 140 230Z' },
  { region: 'lips', d: 'M140 202C133 199 124 203 117 209C124 219 132 222 140 222Z' },
  { region: 'tongue', d: 'M140 207C135 206 129 208 127 210C130 215 135 216 140 216Z' },
  { region: 'chin', d: 'M140 233C131 233 124 231 119 229C115 238 118 249 126 256C132 258 136 259 140 259Z' },
];

/** Regions that have no left and right of their own. */
export const UNDIVIDED: ReadonlySet<Region> = new Set([
  'tongue',
  'lips',
  'mouth',
  'nose',
  'chin',
  'under_chin',
  'whole_face',
]);

/** Where a region's number or marker stands, on the half at the picture's left. */
export const MAP_ANCHORS: Readonly<Record<Region, readonly [x: number, y: number]>> = {
  chest: [88, 374],
  collarbone: [96, 334],
  shoulder: [36, 348],
  neck: [119, 300],
  nape: [92, 280],
  ear: [54, 162],
  under_chin: [140, 268],
  jaw: [94, 226],
  chin: [140, 245],
  lips: [122, 210],
  mouth: [140, 196],
  tongue: [140, 211],
  cheek: [92, 182],
  nose: [140, 160],
  eye: [106, 139],
  brow: [106, 115],
  forehead: [108, 90],
  temple: [71, 138],
  scalp: [86, 56],
  whole_face: [140, 160],
};

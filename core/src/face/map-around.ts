import type { Region } from './regions';

/** From where the face map is drawn. From behind, too, your left is at the left. */
export type MapView = 'front' | 'left' | 'back' | 'right';

interface Area {
  readonly region: Region;
  readonly d: string;
}

/** The back in the same box as the front: each path is the left half, the other is its reflection. */
export const BACK_HALVES: readonly Area[] = [
  { region: 'shoulder', d: 'M95 304C66 318 34 328 21 347C13 360 10 380 9 400L140 400L140 320Z' },
  { region: 'neck', d: 'M86 226C87 262 83 292 75 313L96 304C100 284 100 262 99 240Z' },
  { region: 'nape', d: 'M99 238C101 262 101 286 97 304L140 320L140 238Z' },
  { region: 'ear', d: 'M51 130C39 126 37 152 43 172C47 185 53 187 58 178L55 146Z' },
  { region: 'scalp', d: 'M140 20C82 20 50 60 49 116C48 168 58 210 76 234C96 240 120 241 140 241Z' },
];

/** The left side, drawn looking left; the right side is its reflection. */
export const SIDE_AREAS: readonly Area[] = [
  { region: 'shoulder', d: 'M178 328L216 318L246 292C262 312 270 352 270 400L188 400Z' },
  { region: 'chest', d: 'M97 346L176 328L186 400L80 400Z' },
  { region: 'collarbone', d: 'M106 320L207 297L215 316L99 343Z' },
  {
    region: 'neck',
    d: 'M112 269L143 253C158 240 168 222 173 199L190 205C191 240 195 270 206 294L117 315C119 298 117 284 112 269Z',
  },
  { region: 'nape', d: 'M192 203L234 190C229 222 231 262 244 288L208 294C198 268 193 240 192 203Z' },
  { region: 'under_chin', d: 'M82 251C94 252 112 247 129 240L140 251L113 265Z' },
  {
    region: 'scalp',
    d: 'M98 58C124 20 204 16 236 70C252 100 250 150 234 188L191 200C198 150 176 110 134 93C114 86 102 74 98 58Z',
  },
  { region: 'forehead', d: 'M96 61C84 77 78 92 76 107L111 105C116 98 122 95 130 93C114 86 102 76 96 61Z' },
  { region: 'temple', d: 'M110 119L114 107C121 99 128 96 135 96C145 104 152 114 155 126L124 146L109 144Z' },
  { region: 'brow', d: 'M75 109C74 115 73 119 72 123L107 119L111 107Z' },
  { region: 'eye', d: 'M73 126C74 132 75 138 76 145L106 143L107 121Z' },
  { region: 'nose', d: 'M71 128C67 142 57 156 54 168C56 174 62 178 70 177L83 171L75 147Z' },
  { region: 'cheek', d: 'M78 148L106 146L124 148L151 150C151 170 146 187 134 199L92 196L86 172Z' },
  { region: 'ear', d: 'M157 127C171 118 182 131 178 151C176 166 168 178 158 174C152 164 153 142 157 127Z' },
  {
    region: 'jaw',
    d: 'M93 199L134 202C146 194 152 180 154 170C160 179 166 180 170 178C166 206 150 226 128 237L99 242L91 216Z',
  },
  { region: 'mouth', d: 'M70 180L84 175L91 197L88 213L70 213C66 208 66 204 68 201C64 196 66 188 70 180Z' },
  { region: 'lips', d: 'M67 191C62 195 62 199 68 201C64 205 66 209 72 210L86 203Z' },
  { region: 'chin', d: 'M70 216L88 216L97 242C90 250 78 250 72 244C66 236 66 226 70 216Z' },
];

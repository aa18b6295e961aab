import type { School } from './school.schema';

export const SCHOOL_IDS = [
  'open_drains_first',
  'upward_then_drain',
  'downward',
  'tool_glide',
  'holds',
  'warm_work_soothe',
  'with_products',
] as const;
export type SchoolId = (typeof SCHOOL_IDS)[number];

/** What the schools leave alike unless they say otherwise. */
const common = {
  phases: [],
  neck: 'any',
  face: 'any',
  backAndForth: true,
  mostPressure: 'medium',
  product: 'any',
  tools: ['hand', 'knuckle', 'stone', 'roller', 'spoon', 'brush', 'none'],
} satisfies Partial<School>;

/**
 * The seven schools as data (common practice, no source). Practitioners disagree, and each is consistent with itself:
 * a lesson names its school and is judged by that one alone.
 */
export const SCHOOLS: Readonly<Record<SchoolId, School>> = {
  open_drains_first: {
    ...common,
    id: 'open_drains_first',
    name: 'Open the drains first',
    about: 'Collarbone, neck and ear are opened, the work threads through them upward, and the way down is closed.',
    order: [
      'jaw',
      'under_chin',
      'chin',
      'lips',
      'mouth',
      'nose',
      'cheek',
      'eye',
      'brow',
      'forehead',
      'temple',
      'scalp',
    ],
    drainage: {
      opens: ['collarbone', 'neck', 'ear'],
      closes: ['ear', 'nape', 'neck', 'collarbone'],
      closingNeeded: true,
    },
    neck: 'up_then_down',
    face: 'out',
    mostPressure: 'medium',
    product: 'dry_then_slip',
    doseHabit: '3 passes',
    frequency: 'once a day',
  },
  upward_then_drain: {
    ...common,
    id: 'upward_then_drain',
    name: 'Work upward, then drain',
    about: 'From the jaw up to the forehead, lifting up and out, then always down to the collarbone.',
    order: [
      'neck',
      'jaw',
      'under_chin',
      'chin',
      'lips',
      'mouth',
      'nose',
      'cheek',
      'eye',
      'brow',
      'forehead',
      'temple',
      'scalp',
    ],
    drainage: { opens: [], closes: ['ear', 'nape', 'neck', 'collarbone'], closingNeeded: true },
    neck: 'down',
    face: 'up',
    mostPressure: 'light',
    product: 'slip',
    doseHabit: 'passes by feel, one last time',
    frequency: 'once or twice a day',
  },
  downward: {
    ...common,
    id: 'downward',
    name: 'Work downward',
    about: 'From the forehead down, centre to side, then neck and nape to the collarbone.',
    order: [
      'scalp',
      'forehead',
      'temple',
      'brow',
      'eye',
      'nose',
      'cheek',
      'mouth',
      'lips',
      'chin',
      'under_chin',
      'jaw',
      'ear',
      'nape',
      'neck',
      'collarbone',
    ],
    drainage: { opens: [], closes: ['neck', 'nape', 'collarbone'], closingNeeded: true },
    neck: 'down',
    face: 'down',
    mostPressure: 'light',
    product: 'any',
    doseHabit: 'by feel',
    frequency: 'once a day',
  },
  tool_glide: {
    ...common,
    id: 'tool_glide',
    name: 'Tool glide',
    about: 'A stone or a roller nearly flat to the skin, away from the middle, from the chest to the forehead.',
    order: [
      'chest',
      'shoulder',
      'collarbone',
      'neck',
      'nape',
      'under_chin',
      'jaw',
      'chin',
      'mouth',
      'nose',
      'cheek',
      'eye',
      'brow',
      'forehead',
      'temple',
      'scalp',
    ],
    drainage: { opens: [], closes: ['neck', 'collarbone'], closingNeeded: false },
    neck: 'any',
    face: 'out',
    backAndForth: false,
    mostPressure: 'medium',
    product: 'slip',
    tools: ['stone', 'roller', 'spoon', 'brush', 'hand'],
    doseHabit: '2, 3 or 5 swipes a lane',
    frequency: 'a few times a week',
  },
  holds: {
    ...common,
    id: 'holds',
    name: 'Holds',
    about:
      'Posture first, forehead or cheeks early, the neck last; resisted with fingertips, never stretching the skin.',
    order: ['forehead', 'brow', 'eye', 'cheek', 'nose', 'mouth', 'lips', 'tongue', 'jaw', 'chin', 'under_chin', 'neck'],
    drainage: { opens: [], closes: [], closingNeeded: false },
    product: 'none',
    mostPressure: 'light',
    tools: ['hand', 'none'],
    doseHabit: 'counts of 6 to 10, 5 to 10 times; or 10, 15, 30 s',
    frequency: 'every other day to once a day',
  },
  warm_work_soothe: {
    ...common,
    id: 'warm_work_soothe',
    name: 'Warm, work, soothe',
    about: 'Pinch or tap, then holds and timed movement, then massage, and one long downward stroke last.',
    order: [],
    phases: [
      ['pinch', 'tap', 'breathe'],
      ['hold', 'puff', 'vocalise', 'wiggle', 'stretch', 'press'],
      ['knead', 'roll', 'circle', 'stroke'],
      ['drain'],
    ],
    drainage: { opens: [], closes: ['neck', 'collarbone'], closingNeeded: false },
    mostPressure: 'firm',
    product: 'none',
    doseHabit: '15 or 30 s each way with the time left called out',
    frequency: 'three or four times a week',
  },
  with_products: {
    ...common,
    id: 'with_products',
    name: 'Routine with products',
    about: 'Cleansing, toner, serum, oil or sunscreen, spread with care; drainage is woven in.',
    order: ['neck', 'jaw', 'chin', 'mouth', 'nose', 'cheek', 'eye', 'brow', 'forehead'],
    drainage: { opens: [], closes: ['neck'], closingNeeded: false },
    face: 'out',
    mostPressure: 'light',
    product: 'slip',
    doseHabit: 'a few circles or swipes',
    frequency: 'morning and evening',
  },
};

/** The name by which instructors of a school know its order. */
export const SCHOOL_NAMES = Object.fromEntries(SCHOOL_IDS.map((id) => [id, SCHOOLS[id].name])) as Readonly<
  Record<SchoolId, string>
>;

/**
 * The rules that a lesson is judged by: its own copy, or its school as it is.
 *
 * @example schoolOf({ school: 'holds', ownSchool: null }).name // 'Holds'
 */
export function schoolOf(lesson: { readonly school: SchoolId; readonly ownSchool: School | null }): School {
  return lesson.ownSchool ?? SCHOOLS[lesson.school];
}

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

/** The name by which instructors of a school know its order (common practice, no source). */
export const SCHOOL_NAMES: Readonly<Record<SchoolId, string>> = {
  open_drains_first: 'Open the drains first',
  upward_then_drain: 'Work upward, then drain',
  downward: 'Work downward',
  tool_glide: 'Tool glide',
  holds: 'Holds',
  warm_work_soothe: 'Warm, work, soothe',
  with_products: 'Routine with products',
};

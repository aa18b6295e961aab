/**
 * What a cut is called, for the instructor and her viewers alike.
 *
 * @param id `full`, `practice`, `half:morning`, `half:evening` or `step:ID`.
 * @param steps the names of the lesson's steps.
 * @example cutName('practice', steps) // 'Just the moves'
 */
export function cutName(id: string, steps: readonly { readonly id: string; readonly name: string }[]): string {
  if (id === 'full') return $localize`The whole lesson`;
  if (id === 'practice') return $localize`Just the moves`;
  if (id === 'half:morning') return $localize`The morning half`;
  if (id === 'half:evening') return $localize`The evening half`;
  return $localize`${steps.find((step) => id === `step:${step.id}`)?.name ?? ''} by itself`;
}

import './localize';

const WORDS = [
  ...[$localize`none`, $localize`one`, $localize`two`, $localize`three`, $localize`four`, $localize`five`],
  ...[$localize`six`, $localize`seven`, $localize`eight`, $localize`nine`, $localize`ten`, $localize`eleven`],
  $localize`twelve`,
];

/** A whole number in a sentence: in words up to twelve. @example numberWord(2) // 'two' */
export function numberWord(n: number): string {
  return WORDS[n] ?? String(n);
}

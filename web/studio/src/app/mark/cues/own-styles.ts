import * as z from 'zod';
import { CUE_STYLES } from '@limber/core/cue/styles';
import { cueStyleSchema, type CueStyle } from '@limber/core/lesson/cue-style.schema';
import { keep, kept } from '../../shell/kept';

/** Under this name her own styles are kept in this browser, the latest first, for her other lessons. */
const OWN = 'limber.cue-styles';
const MOST = 6;

export const isShipped = ({ name }: Pick<CueStyle, 'name'>): boolean => CUE_STYLES.some((one) => one.name === name);

export function ownStyles(): readonly CueStyle[] {
  return kept(OWN, z.array(cueStyleSchema)) ?? [];
}

/**
 * One of a name is kept as it was last.
 *
 * @param before its name until now.
 */
export function keepStyle(style: CueStyle, before = style.name): void {
  const others = ownStyles().filter(({ name }) => name !== style.name && name !== before);
  keep(OWN, [style, ...others].slice(0, MOST));
}

/** What is changed of a style that comes with the program is hers, and has a name of its own. */
export function changedStyle(style: CueStyle, change: Partial<CueStyle>): CueStyle {
  const name = isShipped(style) ? $localize`Your ${style.name}` : style.name;
  return { ...style, name, ...change };
}

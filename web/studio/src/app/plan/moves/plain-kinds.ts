import type { PlainKind, ProductKind } from '@limber/core/lesson/lesson.schema';

/** What a step that is no move is, in a few words. */
export const PLAIN_WORDS: Readonly<Record<PlainKind, string>> = {
  product: $localize`something is put on`,
  question: $localize`a question answered`,
  check: $localize`a look, or a touch where it should be felt`,
  comparison: $localize`one side against the other`,
  talk: $localize`talk`,
};

export const PRODUCT_WORDS: Readonly<Record<ProductKind, string>> = {
  cleanser: 'cleanser',
  toner: 'toner',
  serum: 'serum',
  oil: 'oil',
  cream: 'cream',
  sunscreen: 'sunscreen',
};

/** Steps that are no moves work no region: their bar has none of the map's colours. */
export const PLAIN_COLOURS = { fill: '#efe6dc', line: '#8a7d8c', dim: '#b7a7b6' } as const;

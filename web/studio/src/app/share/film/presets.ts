import type { NewFilm } from '@limber/core/api/films';

/** What a film is for, in her words; each fits what most people need for it. */
export type Purpose = 'host' | 'clip' | 'class' | 'own';

export interface Preset {
  readonly purpose: Purpose;
  readonly name: string;
  readonly about: string;
}

export const PRESETS: readonly Preset[] = [
  {
    purpose: 'host',
    name: $localize`For the video host`,
    about: $localize`Wide. Counts in the picture, captions that viewers switch on.`,
  },
  {
    purpose: 'clip',
    name: $localize`A short upright clip`,
    about: $localize`One move, for telephones. Everything in the picture.`,
  },
  {
    purpose: 'class',
    name: $localize`For a class without network`,
    about: $localize`Wide, captions in the picture. Plays from any stick.`,
  },
  {
    purpose: 'own',
    name: $localize`Choose for yourself`,
    about: $localize`Any part, any shape, captions as you like.`,
  },
];

/** What can be chosen by oneself. */
export type OwnWish = Required<Pick<NewFilm, 'cut' | 'frame' | 'captions' | 'kind'>>;

export const USUAL: OwnWish = { cut: 'full', frame: '16:9', captions: 'track', kind: 'mp4' };

/** @param stepId the move of a clip. */
export function wishFor(purpose: Purpose, stepId: string | null, own: OwnWish): OwnWish {
  switch (purpose) {
    case 'host':
      return USUAL;
    case 'clip':
      return { cut: stepId === null ? 'full' : `step:${stepId}`, frame: '9:16', captions: 'burned', kind: 'mp4' };
    case 'class':
      return { ...USUAL, captions: 'burned' };
    case 'own':
      return own;
  }
}

import type { Share } from '@limber/core/api/keeping';

export type SharedVersion = Share['versions'][number];

/** What a version is called on screens. */
export function versionName({ number, name }: Pick<SharedVersion, 'number' | 'name'>): string {
  return name === '' ? $localize`Version ${number}` : $localize`Version ${number}\: ${name}`;
}

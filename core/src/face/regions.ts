import { termOf } from '../words/terms';

/** The named areas of the face map, chest to crown. `whole_face` is a scope, not an area. */
export const REGIONS = [
  'chest',
  'collarbone',
  'shoulder',
  'neck',
  'nape',
  'ear',
  'under_chin',
  'jaw',
  'chin',
  'lips',
  'mouth',
  'tongue',
  'cheek',
  'nose',
  'eye',
  'brow',
  'forehead',
  'temple',
  'scalp',
  'whole_face',
] as const;
export type Region = (typeof REGIONS)[number];

/** A side is always the body's own, never the picture's. */
export type Side = 'left' | 'right';

/** The regions that have a colour and a height of their own in the ribbon's scale, chest to crown. */
export const REGION_PARENTS = [
  'chest',
  'collarbone',
  'neck',
  'ear',
  'jaw',
  'chin',
  'mouth',
  'cheek',
  'nose',
  'eye',
  'brow',
  'forehead',
  'temple',
] as const;
export type ParentRegion = (typeof REGION_PARENTS)[number];

const PARENT_OF: Partial<Record<Region, ParentRegion>> = {
  shoulder: 'collarbone',
  nape: 'neck',
  under_chin: 'jaw',
  lips: 'mouth',
  tongue: 'mouth',
  scalp: 'temple',
  whole_face: 'cheek',
};

/**
 * The region whose band colour and place in the scale a region shares.
 *
 * @example parentOf('under_chin') // 'jaw'
 */
export function parentOf(region: Region): ParentRegion {
  return PARENT_OF[region] ?? (region as ParentRegion);
}

/**
 * A region's name as people say it.
 *
 * @example regionName('under_chin') // 'under chin'
 */
export function regionName(region: Region): string {
  return termOf(region);
}

export interface BandColour {
  /** Fill of the band. */
  readonly fill: string;
  /** A darker tone of the same hue: at least 3:1 against the paper, for the outline. */
  readonly line: string;
  /** The same hue lifted: at least 3:1 against the dim ground. */
  readonly dim: string;
}

/** One scale from chest to crown; neighbours differ by at least 0.05 in OKLab (checked in the tests). */
export const BAND_COLOURS: Readonly<Record<ParentRegion, BandColour>> = {
  chest: { fill: '#34606f', line: '#2a4d59', dim: '#6f9cab' },
  collarbone: { fill: '#4c8187', line: '#3a676c', dim: '#74aab0' },
  neck: { fill: '#62a792', line: '#35705f', dim: '#7fc0ac' },
  ear: { fill: '#82b384', line: '#476f49', dim: '#93c195' },
  jaw: { fill: '#a8bd80', line: '#5f7139', dim: '#b5c78f' },
  chin: { fill: '#d2be72', line: '#7d6a2b', dim: '#d6c489' },
  mouth: { fill: '#e3a65f', line: '#8f5f23', dim: '#e6b67f' },
  cheek: { fill: '#e48d69', line: '#9c4f29', dim: '#eaa27e' },
  nose: { fill: '#d9755a', line: '#9a4630', dim: '#e58d75' },
  eye: { fill: '#c65a5f', line: '#8f3d42', dim: '#dc7f83' },
  brow: { fill: '#a94c6b', line: '#7d3750', dim: '#cf7f9a' },
  forehead: { fill: '#874873', line: '#633454', dim: '#b57fa4' },
  temple: { fill: '#65407a', line: '#4c2f5c', dim: '#a283b5' },
};

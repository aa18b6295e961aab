import type { Chapter } from '../schedule/chapters';

/** What is told of a lesson to whoever reads pages by program. */
export interface LinkedLesson {
  readonly title: string;
  readonly description: string;
  /** BCP 47. */
  readonly language: string;
  readonly durationMs: number;
  readonly chapters: readonly Chapter[];
  /** What has to be at hand. */
  readonly materials: readonly string[];
  /** Where it is public; null as long as it is not. */
  readonly url: string | null;
}

/**
 * A lesson as JSON-LD 1.1 in the terms of schema.org: a `VideoObject` whose parts are its chapters, which teaches a `HowTo`
 * with what it needs.
 *
 * @example jsonLd(lesson)['@type'] // 'VideoObject'
 */
export function jsonLd(lesson: LinkedLesson): Record<string, unknown> {
  const { title, description, language, durationMs, chapters, materials, url } = lesson;
  return {
    ...{ '@context': 'https://schema.org', '@type': 'VideoObject', name: title, description },
    ...{ inLanguage: language, duration: lasts(durationMs), learningResourceType: 'demonstration' },
    ...(url === null ? {} : { url }),
    about: {
      ...{ '@type': 'HowTo', name: title, totalTime: lasts(durationMs) },
      supply: materials.map((name) => ({ '@type': 'HowToSupply', name })),
      step: chapters.map((one, i) => ({ '@type': 'HowToStep', position: i + 1, name: one.title })),
    },
    hasPart: chapters.map(({ title, startMs, endMs }) => ({
      ...{ '@type': 'Clip', name: title, startOffset: startMs / 1000, endOffset: endMs / 1000 },
      ...(url === null ? {} : { url: at(url, startMs) }),
    })),
  };
}

/** ISO 8601. @example lasts(226_000) // 'PT3M46S' */
export function lasts(ms: number): string {
  const seconds = Math.round(ms / 1000);
  const [h, m, s] = [Math.floor(seconds / 3600), Math.floor(seconds / 60) % 60, seconds % 60];
  return `PT${h > 0 ? `${h}H` : ''}${m > 0 ? `${m}M` : ''}${s > 0 || seconds === 0 ? `${s}S` : ''}`;
}

/** An address with an instant of the film, as its fragment (W3C Media Fragments). */
function at(url: string, ms: number): string {
  return `${url.replace(/#.*$/, '')}#t=${ms / 1000}`;
}

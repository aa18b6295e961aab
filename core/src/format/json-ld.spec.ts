import jsonld from 'jsonld';
import { jsonLd, lasts } from './json-ld';

/** The terms of schema.org are not fetched: every term that is used belongs to it, as its own context says (JSON-LD 1.1). */
const documentLoader = (): Promise<{ contextUrl?: never; documentUrl: string; document: object }> =>
  Promise.resolve({ documentUrl: '', document: { '@context': { '@vocab': 'http://schema.org/' } } });

interface Expanded {
  '@value'?: unknown;
  '@type'?: string[];
}
/** As promises, which its types do not know of. */
const expand = jsonld.expand as unknown as (document: object, options: object) => Promise<unknown>;

const lesson = {
  title: 'Before the early bulletin',
  description: 'Seven moves.',
  language: 'en',
  durationMs: 226_000,
  chapters: [
    { startMs: 0, endMs: 12_400, title: 'Before the early bulletin' },
    { startMs: 12_400, endMs: 226_000, title: 'Slipway' },
  ],
  materials: ['a smooth stone'],
  url: 'https://host.example/watch?v=1',
};

describe('a lesson as linked data', () => {
  it('is read by a parser of JSON-LD as a video with its clips, and as instructions', async () => {
    const [video] = (await expand(jsonLd(lesson), { documentLoader })) as [Record<string, Expanded[]>];
    const of = (name: string) => video[`http://schema.org/${name}`]!;
    expect(video['@type'] as unknown).toEqual(['http://schema.org/VideoObject']);
    expect(of('duration')[0]!['@value']).toBe('PT3M46S');
    expect(of('hasPart').length).toBe(2);
    expect(of('hasPart')[1]).toEqual(
      jasmine.objectContaining({
        '@type': ['http://schema.org/Clip'],
        'http://schema.org/startOffset': [{ '@value': 12.4 }],
        'http://schema.org/endOffset': [{ '@value': 226 }],
        'http://schema.org/url': [{ '@value': 'https://host.example/watch?v=1#t=12.4' }],
      }),
    );
    expect(of('about')[0]!['@type']).toEqual(['http://schema.org/HowTo']);
  });

  it('says no address as long as there is none', () => {
    expect(JSON.stringify(jsonLd({ ...lesson, url: null }))).not.toContain('"url"');
  });

  it('says how long it lasts as ISO 8601 has it', () => {
    expect([0, 59_600, 3_600_000, 3_723_000].map(lasts)).toEqual(['PT0S', 'PT1M', 'PT1H', 'PT1H2M3S']);
  });
});

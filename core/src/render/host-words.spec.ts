import { aFilmedLesson, aMove, aSegment, aStep } from '../testing';
import { timelineOf } from '../schedule/timeline';
import type { Lesson } from '../lesson/lesson.schema';
import { HOST_LIMITS, hostWords, isTooLong } from './host-words';

const steps = ['Slipway', 'Rope knead', 'Gull lift'].map((name, i) =>
  aStep(`s${i}`, { move: aMove({ id: `m${i}`, name, tool: i === 1 ? 'stone' : 'hand' }) }),
);
const lesson = aFilmedLesson({
  title: 'Before the early bulletin',
  description: 'Recorded at the window.',
  steps,
  segments: steps.map((step, i) => aSegment(`g${i}`, 20_000 * i, 20_000 * (i + 1), { stepId: step.id })),
});
const wordsOf = (change: Partial<Lesson> = {}, wishes = {}) => {
  const one = { ...lesson, ...change };
  return hostWords(one, timelineOf(one)!, wishes);
};

describe('what a video host asks for', () => {
  it('is the title with its length, and a description with chapters, who asks first, and what is needed', () => {
    const { title, description, tags } = wordsOf();
    expect(title).toBe('Before the early bulletin (1:00)');
    expect(description).toMatch(/^Recorded at the window\.\n\n0:00 Slipway\n0:20 Rope knead\n0:40 Gull lift\n\n/);
    expect(description).toContain('Who should ask first\nThis is gentle self-care, not treatment.');
    expect(description).toContain('What you need\n- a smooth stone');
    expect(tags.split(', ')).toEqual(['face yoga', 'follow along', 'neck', 'stroke']);
  });

  it('counts the cards of the film with it', () => {
    const closingCard = { first: 'That was it.', second: '', link: '' } as const;
    const { title, description } = wordsOf({ openingCard: true, closingCard });
    expect(title).toBe('Before the early bulletin (1:11)');
    expect(description).toContain('0:00 Slipway\n0:23 Rope knead\n0:43 Gull lift');
  });

  it('leads to the lesson’s own page where there is one', () => {
    const link = 'https://studio.example/v/one';
    const { description, pinned } = wordsOf({}, { link });
    expect([description.includes(link), pinned.includes(link)]).toEqual([true, true]);
    expect(wordsOf().pinned).not.toContain('http');
  });

  it('is never longer than hosts take: her standing texts go first, cautions and chapters stay', () => {
    const blocks = ['About me. '.repeat(200), 'Codes. '.repeat(300), 'Small print. '.repeat(200)];
    const { description } = wordsOf({}, { blocks });
    expect(description.length).toBeLessThanOrEqual(HOST_LIMITS.description);
    expect(description).toContain('About me.');
    expect(description).not.toContain('Small print.');
    expect(description).toContain('Who should ask first');
    expect(description).toContain('0:20 Rope knead');
    const long = wordsOf({ title: 'x'.repeat(150) });
    expect([long.title.length, isTooLong('title', long.title)]).toEqual([100, false]);
  });
});

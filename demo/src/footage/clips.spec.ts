import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { analyseFilm } from '@limber/server/media/analyse';
import { probe } from '@limber/server/media/probe';
import { clipOf } from './clips';
import { filmClip } from './draw-clip';
import { scoreOf } from './score';

describe('a drawn clip that is looked at', () => {
  const folder = mkdtempSync(join(tmpdir(), 'limber-clip-'));
  afterAll(() => rmSync(folder, { recursive: true }));

  it('shows what was drawn: how often, when, on which side, and about where', async () => {
    const clip = clipOf(3);
    const file = join(folder, 'clip.mp4');
    await filmClip(clip, file, 480);
    const known = await probe(file);
    const found = await analyseFilm(file, known);
    expect(found.faces.length).toBeGreaterThan(20);
    const score = scoreOf(clip, found);
    // Two times kneading of the jaw and two holds at the neck, in a hand that shakes.
    expect([score.bouts, score.exact, score.falseBouts]).toEqual([2, 2, 0]);
    expect([score.holds, score.heldFound, score.falseHolds]).toEqual([2, 2, 0]);
    expect([score.sides, score.regions]).toEqual([4, 4]);
    expect(Math.max(...score.beatsMs)).toBeLessThan(150);
    expect(Math.max(...score.holdsMs)).toBeLessThan(300);
  }, 120_000);
});

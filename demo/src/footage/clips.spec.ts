import { execFileSync } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { faceAt } from '@limber/core/footage/face-at';
import { analyseFilm } from '@limber/server/media/analyse';
import { probe } from '@limber/server/media/probe';
import { clipOf } from './clips';
import { filmClip } from './draw-clip';
import { scoreOf } from './score';

describe('a drawn clip that is looked at', () => {
  const folder = mkdtempSync(join(tmpdir(), 'limber-clip-'));
  const clip = clipOf(3);
  const file = join(folder, 'clip.mp4');
  beforeAll(() => filmClip(clip, file, 480), 120_000);
  afterAll(() => rmSync(folder, { recursive: true }));

  it('shows what was drawn: how often, when, on which side, and about where', async () => {
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
  });

  it('is told by its nearest face, where somebody else is in the picture', async () => {
    const two = join(folder, 'two.mp4');
    const beside = '[0:v]split[a][b];[b]scale=iw/4:-2,hflip[c];[a][c]overlay=W-w-8:8';
    execFileSync('ffmpeg', [
      '-nostdin',
      '-loglevel',
      'error',
      '-y',
      '-i',
      file,
      '-filter_complex',
      beside,
      '-t',
      '20',
      two,
    ]);
    const [alone, together] = [await analyseFilm(file, await probe(file)), await analyseFilm(two, await probe(two))];
    expect(together.faces.length).toBeGreaterThan(5);
    // One face at a time, and it is the same.
    expect(new Set(together.faces.map((face) => face.atMs)).size).toBe(together.faces.length);
    for (const { atMs, box } of together.faces) {
      const same = alone.faces.find((face) => face.atMs === atMs)!;
      expect(Math.abs(box[0] - same.box[0])).toBeLessThan(0.05);
      expect(Math.abs(box[2] - same.box[2])).toBeLessThan(0.05);
    }
  });

  it('is looked at anew where another scene begins', async () => {
    const cut = join(folder, 'cut.mp4');
    const nearer = 'trim=5:9.6,setpts=PTS-STARTPTS,crop=iw*0.6:ih*0.6:iw*0.05:ih*0.05,scale=480:270,setsar=1';
    const scenes = `[0:v]trim=0:5,setpts=PTS-STARTPTS,setsar=1[a];[0:v]${nearer}[b];[a][b]concat`;
    execFileSync('ffmpeg', ['-nostdin', '-loglevel', 'error', '-y', '-i', file, '-filter_complex', scenes, cut]);
    const found = await analyseFilm(cut, await probe(cut));
    expect(found.sceneChangesMs.length).toBe(1);
    const [cutMs] = found.sceneChangesMs;
    expect(Math.abs(cutMs! - 5000)).toBeLessThan(100);
    const times = found.faces.map((face) => face.atMs);
    expect(times).toEqual([...times].sort((a, b) => a - b));
    expect(times.some((atMs) => atMs >= cutMs! && atMs < cutMs! + 200)).toBeTrue();
    const widthAt = (atMs: number): number => faceAt(found, atMs)!.box[2];
    expect(widthAt(5300) / widthAt(4700)).toBeGreaterThan(1.4);
  });
});

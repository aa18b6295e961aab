import '@limber/core/words/localize';
import { writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import type { FilmPlan } from '@limber/core/render/film.schema';
import { writeSrt } from '@limber/core/format/srt';
import { writeWebVtt } from '@limber/core/format/webvtt';
import { filmParts } from '@limber/core/render/film';
import { secondsOf } from '@limber/core/time/frames';
import { ToolTrouble } from '../tool';
import { ffmpeg } from '../ffmpeg';
import { lookAt } from './ffmpeg';

export interface Joining {
  readonly plan: FilmPlan;
  /** The finished parts, in order. */
  readonly parts: readonly string[];
  readonly sound: string;
  /** The picture that stands for it in lists: kept in the file where its format can. */
  readonly still: string | null;
  readonly scratch: string;
  readonly signal?: AbortSignal;
}

/** The language of films, as containers name it (ISO 639-2). */
const LANGUAGE = 'eng';

/**
 * Puts parts and sound together without making anything again: chapters, title, language, captions as a track where they
 * are wanted so, the index at the front. Looked at before it counts.
 *
 * @returns the path of the film.
 * @throws ToolTrouble when what came out is not whole.
 */
export async function joinFilm({ plan, parts, sound, still, scratch, signal }: Joining): Promise<string> {
  const out = join(scratch, `film.${plan.kind}`);
  const [list, notes, words] = ['parts.txt', 'notes.txt', plan.kind === 'webm' ? 'captions.vtt' : 'captions.srt'].map(
    (name) => join(scratch, name),
  ) as [string, string, string];
  const lengths = filmParts(plan).map((part) => secondsOf(part.frames, plan.rate).toFixed(9));
  await writeFile(
    list,
    `ffconcat version 1.0\n${parts.map((path, i) => `file '${path.replaceAll("'", String.raw`'\''`)}'\nduration ${lengths[i]}\n`).join('')}`,
  );
  await writeFile(notes, notesOf(plan));
  const captions = plan.cues.filter((cue) => cue.kind === 'caption');
  const track = plan.captions === 'track' && captions.length > 0;
  const cover = still !== null && plan.kind === 'mp4' ? still : null;
  if (track) await writeFile(words, plan.kind === 'webm' ? writeWebVtt(captions) : writeSrt(captions));
  await ffmpeg(
    [
      // Only a list of our own, of files that we made.
      ...['-protocol_whitelist', 'file', '-f', 'concat', '-safe', '0', '-i', list, '-i', sound],
      ...['-f', 'ffmetadata', '-i', notes],
      ...(track ? ['-f', plan.kind === 'webm' ? 'webvtt' : 'srt', '-i', words] : []),
      ...(cover ? ['-i', cover] : []),
      ...['-map', '0:v:0', '-map', '1:a:0', ...(track ? ['-map', '3:s:0'] : [])],
      ...(cover ? ['-map', `${track ? 4 : 3}:v:0`, '-disposition:v:1', 'attached_pic'] : []),
      ...['-map_metadata', '2', '-map_chapters', '2', '-c', 'copy'],
      ...(track
        ? ['-c:s', plan.kind === 'webm' ? 'webvtt' : 'mov_text', '-metadata:s:s:0', `language=${LANGUAGE}`]
        : []),
      ...['-metadata:s:a:0', `language=${LANGUAGE}`, '-metadata:s:v:0', `language=${LANGUAGE}`],
      ...(plan.kind === 'webm' ? ['-f', 'webm'] : ['-movflags', '+faststart', '-f', 'mp4']),
      ...['-y', out],
    ],
    { signal },
  );
  await check(out, plan, signal);
  return out;
}

/** Title, language and chapters. */
function notesOf({ title, chapters }: FilmPlan): string {
  const value = (text: string): string => text.replace(/[\p{Cc}]+/gu, ' ').replace(/[=;#\\]/g, String.raw`\$&`);
  return [
    ';FFMETADATA1',
    `title=${value(title)}`,
    ...chapters.flatMap(({ startMs, endMs, title }) => [
      '[CHAPTER]',
      'TIMEBASE=1/1000',
      `START=${startMs}`,
      `END=${endMs}`,
      `title=${value(title)}`,
    ]),
    '',
  ].join('\n');
}

async function check(file: string, plan: FilmPlan, signal?: AbortSignal): Promise<void> {
  const { streams } = await lookAt(file, signal, ['-count_packets']);
  const picture = streams.find((one) => one.codec_type === 'video');
  const heard = streams.some((one) => one.codec_type === 'audio');
  const pictures = Number(picture?.nb_read_packets ?? 0);
  if (!heard || pictures !== plan.frames)
    throw new ToolTrouble(
      'failed',
      'ffmpeg',
      $localize`The film came out with ${pictures} pictures instead of ${plan.frames}.`,
    );
}

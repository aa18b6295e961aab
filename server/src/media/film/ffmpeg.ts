import * as z from 'zod';
import { SAFE_INPUT } from '../probe';
import { runTool } from '../tool';

/** Draws a file of cues with the unpacked fonts and no others. */
export function assFilter(script: string, fonts: string): string {
  return `ass=${inFilter(script)}:fontsdir=${inFilter(fonts)}`;
}

/** A path of our own in a filter: what would mean something there stands for itself (twice: for a filter, for a chain). */
function inFilter(path: string): string {
  return path.replace(/[\\':]/g, String.raw`\$&`).replace(/[\\'[\],;]/g, String.raw`\$&`);
}

/** One picture of a film as JPEG, whose colours follow the older rule and use the whole range. */
export function asJpeg(out: string): string[] {
  const colours = 'scale=in_color_matrix=bt709:out_color_matrix=bt601:in_range=tv:out_range=pc,format=yuvj420p';
  return ['-frames:v', '1', '-vf', colours, '-q:v', '2', '-f', 'image2', '-y', out];
}

const lookedSchema = z.object({
  streams: z
    .array(
      z.looseObject({
        codec_name: z.string().optional(),
        codec_type: z.string().optional(),
        width: z.number().optional(),
        height: z.number().optional(),
        color_space: z.string().optional(),
        r_frame_rate: z.string().optional(),
        nb_read_packets: z.string().optional(),
        duration: z.string().optional(),
        tags: z.record(z.string(), z.string()).optional(),
      }),
    )
    .default([]),
  chapters: z
    .array(
      z.looseObject({
        start_time: z.string(),
        end_time: z.string(),
        tags: z.record(z.string(), z.string()).optional(),
      }),
    )
    .default([]),
  format: z
    .looseObject({
      duration: z.string().optional(),
      format_name: z.string().optional(),
      tags: z.record(z.string(), z.string()).optional(),
    })
    .default({}),
});
export type LookedAt = z.infer<typeof lookedSchema>;

/** What ffprobe reads of a media file. */
export async function lookAt(file: string, signal?: AbortSignal, more: readonly string[] = []): Promise<LookedAt> {
  let answer = '';
  await runTool(
    'ffprobe',
    ['-v', 'error', ...SAFE_INPUT, '-show_streams', '-show_format', '-show_chapters', ...more, '-of', 'json', file],
    { timeoutMs: 300_000, ...(signal ? { signal } : {}), onOutput: (chunk) => (answer += chunk.toString('utf8')) },
  );
  return lookedSchema.parse(JSON.parse(answer));
}

import type { Mark } from '@limber/core/cue/mark';

/** How good a JPEG is tried to be, the best first. */
const QUALITIES = [0.92, 0.85, 0.75, 0.6];
const FAMILIES = {
  head: "'Bricolage Grotesque', 'Noto Sans', 'Noto Sans JP', 'Noto Sans Hebrew', 'Noto Sans Arabic', sans-serif",
  text: "'Atkinson Hyperlegible Next', 'Noto Sans', 'Noto Sans JP', 'Noto Sans Hebrew', 'Noto Sans Arabic', sans-serif",
} as const;
const WEIGHTS = { head: 800, text: 600 } as const;

/** A file as a picture, upright as its camera held it; refused where it is none. */
export function readPicture(file: Blob): Promise<ImageBitmap> {
  return createImageBitmap(file, { imageOrientation: 'from-image' });
}

/**
 * A picture that fills a size, with marks over it, as a JPEG of at most so many bytes.
 *
 * @throws where the picture cannot be read, or does not get small enough.
 */
export async function jpegOf(
  picture: Blob,
  marks: readonly Mark[],
  { width, height, mostBytes }: { readonly width: number; readonly height: number; readonly mostBytes: number },
): Promise<Uint8Array<ArrayBuffer>> {
  const bitmap = await readPicture(picture);
  const canvas = new OffscreenCanvas(width, height);
  const context = canvas.getContext('2d', { alpha: false })!;
  const scale = Math.max(width / bitmap.width, height / bitmap.height);
  const [wide, high] = [bitmap.width * scale, bitmap.height * scale];
  context.imageSmoothingQuality = 'high';
  context.drawImage(bitmap, (width - wide) / 2, (height - high) / 2, wide, high);
  bitmap.close();
  await drawMarks(context, marks, width / 1000);
  for (const quality of QUALITIES) {
    const file = await canvas.convertToBlob({ type: 'image/jpeg', quality });
    if (file.size <= mostBytes) return new Uint8Array(await file.arrayBuffer());
  }
  throw new RangeError(String(mostBytes));
}

/** Marks drawn as `lcMarks` shows them. @param scale points of the canvas in a thousandth of the picture's width. */
async function drawMarks(
  context: OffscreenCanvasRenderingContext2D,
  marks: readonly Mark[],
  scale: number,
): Promise<void> {
  context.scale(scale, scale);
  for (const mark of marks) {
    if (mark.is === 'text') {
      const font = `${WEIGHTS[mark.type]} ${mark.size}px ${FAMILIES[mark.type]}`;
      await document.fonts.load(font, mark.text);
      Object.assign(context, { font, fillStyle: mark.fill, textAlign: mark.anchor === 'start' ? 'left' : 'center' });
      context.fillText(mark.text, mark.x, mark.baseline);
      continue;
    }
    const shape = new Path2D(mark.d);
    context.globalAlpha = mark.opacity;
    if (mark.fill) {
      context.fillStyle = mark.fill;
      context.fill(shape);
    }
    if (mark.stroke) {
      Object.assign(context, { strokeStyle: mark.stroke, lineWidth: mark.strokeWidth });
      context.stroke(shape);
    }
    context.globalAlpha = 1;
  }
}

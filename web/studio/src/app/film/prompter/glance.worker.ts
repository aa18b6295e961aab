import { loadGraphModel } from '@tensorflow/tfjs-converter';
import * as tf from '@tensorflow/tfjs-core';
import { setWasmPaths } from '@tensorflow/tfjs-backend-wasm';
import type { FoundFace } from '@limber/core/footage/face';
import { FACE_PICTURE, FaceFinder } from '@limber/core/footage/face-finder';
import { lightOf } from '@limber/core/footage/light';
import { LOOK_MS, type GlanceAnswer, type GlanceRequest } from './glance-messages';

const { width: WIDTH, height: HEIGHT } = FACE_PICTURE;
/** The detector and what it runs on, beside the pages. */
const PLACE = '/faces/';

/** Where it cannot be had, everything but the framing is told. */
const finder: Promise<FaceFinder | null> = load().catch(() => null);
const canvas = new OffscreenCanvas(WIDTH, HEIGHT).getContext('2d', { willReadFrequently: true })!;

addEventListener('message', ({ data }: MessageEvent<GlanceRequest>) => {
  void ('frames' in data ? lookAlong(data.frames) : told(data.picture));
});

/** Takes a picture of a stream now and then; those between are let go of by whoever brings them. */
async function lookAlong(frames: ReadableStream<VideoFrame>): Promise<void> {
  const reader = frames.getReader();
  for (;;) {
    const { value: frame, done } = await reader.read();
    if (done) return;
    await told(frame);
    await new Promise((later) => setTimeout(later, LOOK_MS));
  }
}

async function told(picture: ImageBitmap | VideoFrame): Promise<void> {
  const answer: GlanceAnswer = await seen(picture);
  postMessage(answer);
}

async function load(): Promise<FaceFinder> {
  setWasmPaths(PLACE);
  if (!(await tf.setBackend('wasm'))) throw new Error('no WebAssembly');
  await tf.ready();
  const [detector, outline] = await Promise.all(
    ['blazeface', 'facemesh'].map((name) => loadGraphModel(`${PLACE}${name}.json`)),
  );
  return new FaceFinder(tf, detector!, outline!);
}

async function seen(picture: ImageBitmap | VideoFrame): Promise<GlanceAnswer> {
  const [wide, high] =
    'displayWidth' in picture ? [picture.displayWidth, picture.displayHeight] : [picture.width, picture.height];
  // A picture of another shape lies whole in the middle, or a face in it is no face any more.
  const scale = Math.min(WIDTH / wide, HEIGHT / high);
  const [width, height] = [Math.round(wide * scale), Math.round(high * scale)];
  const [left, top] = [(WIDTH - width) >> 1, (HEIGHT - height) >> 1];
  canvas.clearRect(0, 0, WIDTH, HEIGHT);
  canvas.drawImage(picture, left, top, width, height);
  picture.close();
  const light = lightOf(lumaOf(canvas.getImageData(left, top, width, height).data), width);
  const rgb = rgbOf(canvas.getImageData(0, 0, WIDTH, HEIGHT).data);
  const faces = await finder;
  if (!faces) return { light, face: undefined };
  const found = faces.find(rgb, 0);
  if (!found) return { light, face: null };
  const across = (at: number): number => (at * WIDTH - left) / width;
  const down = (at: number): number => (at * HEIGHT - top) / height;
  const face: FoundFace = {
    atMs: 0,
    left: across(found.left),
    right: across(found.right),
    eyes: down(found.eyes),
    chin: down(found.chin),
  };
  return { light, face };
}

/** Brightness as the eye has it (ITU-R BT.709), of red, green, blue and alpha. */
function lumaOf(pixels: Uint8ClampedArray): Float32Array {
  return Float32Array.from(
    { length: pixels.length / 4 },
    (_, at) => 0.2126 * pixels[4 * at]! + 0.7152 * pixels[4 * at + 1]! + 0.0722 * pixels[4 * at + 2]!,
  );
}

function rgbOf(pixels: Uint8ClampedArray): Uint8Array {
  const rgb = new Uint8Array((pixels.length / 4) * 3);
  for (let from = 0, to = 0; from < pixels.length; from += 4) {
    rgb[to++] = pixels[from]!;
    rgb[to++] = pixels[from + 1]!;
    rgb[to++] = pixels[from + 2]!;
  }
  return rgb;
}

import { createRequire } from 'node:module';
import { readFile } from 'node:fs/promises';
import { dirname, join } from 'node:path';
import type { GraphModel } from '@tensorflow/tfjs-converter';
import { FaceFinder } from '@limber/core/footage/face-finder';

/** The folders of the models that find faces, and of what they run on. */
export function facePlaces(): { readonly models: string; readonly wasm: string } {
  const place = createRequire(import.meta.url);
  return {
    models: join(dirname(place.resolve('@vladmandic/human')), '../models'),
    wasm: join(dirname(place.resolve('@tensorflow/tfjs-backend-wasm/package.json')), 'dist'),
  };
}

/** A finder of faces on this machine, on WebAssembly. It takes a tenth of a second; whoever looks at no faces does without. */
export async function loadFaceFinder(): Promise<FaceFinder> {
  const [tf, { loadGraphModel }, { setWasmPaths }] = await Promise.all([
    import('@tensorflow/tfjs-core'),
    import('@tensorflow/tfjs-converter'),
    import('@tensorflow/tfjs-backend-wasm'),
  ]);
  const { models, wasm } = facePlaces();
  setWasmPaths(`${wasm}/`);
  if (!(await tf.setBackend('wasm')))
    throw new Error('The face detector could not be started: WebAssembly is missing.');
  await tf.ready();
  const model = async (name: string): Promise<GraphModel> => {
    const [json, weights] = await Promise.all([
      readFile(join(models, `${name}.json`), 'utf8'),
      readFile(join(models, `${name}.bin`)),
    ]);
    const { modelTopology, weightsManifest } = JSON.parse(json) as {
      modelTopology: object;
      weightsManifest: { weights: never[] }[];
    };
    return loadGraphModel({
      load: () =>
        Promise.resolve({
          modelTopology,
          weightSpecs: weightsManifest.flatMap((part) => part.weights),
          weightData: weights.buffer.slice(weights.byteOffset, weights.byteOffset + weights.length),
        }),
    });
  };
  const [detector, outline] = await Promise.all([model('blazeface'), model('facemesh')]);
  return new FaceFinder(tf, detector, outline);
}

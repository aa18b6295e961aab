import type { FoundFace } from '@limber/core/footage/face';
import type { Light } from '@limber/core/footage/light';

/** So often it is looked at the picture, ms. */
export const LOOK_MS = 1000;

/** What is to be looked at: a stream of pictures, of which one is taken now and then, or one picture. */
export type GlanceRequest = { readonly frames: ReadableStream<VideoFrame> } | { readonly picture: ImageBitmap };

/** What was seen in it: how it is lit and, where faces can be looked for, whether one is there. */
export interface GlanceAnswer {
  readonly light: Light;
  /** Null where no face was found; undefined where this browser cannot look for one. */
  readonly face: FoundFace | null | undefined;
}

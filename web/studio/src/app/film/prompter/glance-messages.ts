import type { FoundFace } from '@limber/core/footage/face';
import type { Light } from '@limber/core/footage/light';

/** One picture to be looked at. */
export interface GlanceRequest {
  readonly picture: ImageBitmap;
}

/** What was seen in it: how it is lit and, where faces can be looked for, whether one is there. */
export interface GlanceAnswer {
  readonly light: Light;
  /** Null where no face was found; undefined where this browser cannot look for one. */
  readonly face: FoundFace | null | undefined;
}

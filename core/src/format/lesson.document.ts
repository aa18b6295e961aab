import type { DocumentKind } from '../document/document';
import { LESSON_FORMAT, LESSON_VERSION, type Lesson } from '../lesson/lesson.schema';
import { lessonShape } from '../lesson/lesson.shape';
import {
  lessonFrom1,
  lessonFrom2,
  lessonFrom4,
  lessonFrom5,
  lessonFrom6,
  lessonFrom7,
  lessonFrom8,
} from '../lesson/older';
import { lessonFrom3 } from './lesson-from-3';

/** The lesson as a stored document and as the open **lesson bundle**. */
export const lessonDocument: DocumentKind<Lesson> = {
  ...lessonShape,
  format: LESSON_FORMAT,
  version: LESSON_VERSION,
  migrations: {
    1: lessonFrom1,
    2: lessonFrom2,
    3: lessonFrom3,
    4: lessonFrom4,
    5: lessonFrom5,
    6: lessonFrom6,
    7: lessonFrom7,
    8: lessonFrom8,
  },
};

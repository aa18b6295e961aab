import type { DocumentShape, Entity } from '../document/document';
import { segmentOfCue, stepOfCue } from './cue-key';
import { filmAgainSchema } from './film-again.schema';
import { overrideSchema } from './override.schema';
import { pieceSchema } from './piece.schema';
import { rejectedSchema, segmentSchema } from './segment.schema';
import { setAsideSchema } from './set-aside.schema';
import { takeSchema } from './take.schema';
import { voiceOverSchema } from './voice-over.schema';
import { waitingSchema } from './waiting.schema';
import { lessonSchema, MOST, stepSchema, type Lesson } from './lesson.schema';

const id = (field: string) => (entity: Entity) => (entity[field] as string | null | undefined) ?? null;
const text = (a: Entity, b: Entity, field: string): number => {
  const [left, right] = [String(a[field]), String(b[field])];
  return left < right ? -1 : left > right ? 1 : 0;
};

/** What a lesson is made of, and what in it refers to what. */
export const lessonShape: DocumentShape<Lesson> = {
  noun: 'lesson',
  schema: lessonSchema,
  lists: {
    steps: { one: 'step', schema: stepSchema, most: MOST.steps, key: 'id', order: null },
    takes: { one: 'take', schema: takeSchema, most: MOST.takes, key: 'id', order: null },
    assembly: { one: 'piece', schema: pieceSchema, most: MOST.assembly, key: 'id', order: null },
    segments: {
      one: 'segment',
      schema: segmentSchema,
      most: MOST.segments,
      key: 'id',
      order: (a, b) => (a['startMs'] as number) - (b['startMs'] as number) || text(a, b, 'id'),
    },
    rejected: {
      one: 'rejected proposal',
      schema: rejectedSchema,
      most: MOST.rejected,
      key: 'id',
      order: (a, b) => (a['startMs'] as number) - (b['startMs'] as number) || text(a, b, 'id'),
    },
    filmAgain: { one: 'note to film again', schema: filmAgainSchema, most: MOST.filmAgain, key: 'id', order: null },
    waiting: { one: 'recording', schema: waitingSchema, most: MOST.waiting, key: 'id', order: null },
    voiceOver: { one: 'voice-over', schema: voiceOverSchema, most: MOST.voiceOver, key: 'id', order: null },
    overrides: {
      one: 'override',
      schema: overrideSchema,
      most: MOST.overrides,
      key: 'key',
      order: (a, b) => text(a, b, 'key'),
    },
    setAside: {
      one: 'check set aside',
      schema: setAsideSchema,
      most: MOST.setAside,
      key: 'id',
      order: (a, b) => text(a, b, 'id'),
    },
  },
  references: [
    { list: 'assembly', field: 'takeId', to: 'takes', idOf: id('takeId') },
    { list: 'segments', field: 'takeId', to: 'takes', idOf: id('takeId') },
    { list: 'segments', field: 'stepId', to: 'steps', idOf: id('stepId') },
    { list: 'rejected', field: 'takeId', to: 'takes', idOf: id('takeId') },
    { list: 'rejected', field: 'stepId', to: 'steps', idOf: id('stepId') },
    { list: 'filmAgain', field: 'stepId', to: 'steps', idOf: id('stepId') },
    { list: 'voiceOver', field: 'stepId', to: 'steps', idOf: id('stepId') },
    // A cue is named by its key; one whose cue is gone is told as such, not refused.
    { list: 'overrides', field: 'key', to: 'steps', idOf: (one) => stepOfCue(String(one['key'])), loose: true },
    { list: 'overrides', field: 'key', to: 'segments', idOf: (one) => segmentOfCue(String(one['key'])), loose: true },
  ],
};

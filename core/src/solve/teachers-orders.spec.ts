import { orderFindings } from '../check/order-findings';
import type { Region } from '../face/regions';
import { plainStepOf, type Lesson, type MoveStep, type Step } from '../lesson/lesson.schema';
import type { Action, Move, Tool } from '../move/move.schema';
import type { SchoolId } from '../school/schools';
import { movedBetween } from '../lesson/reorder';
import { aLesson, aMove, aStep, way } from '../testing';
import { suggestOrder } from './order';

/**
 * Eight lessons in the order in which teachers of these schools give them (invented, in the manner of the trade; common
 * practice, no source). A step is written as its region, its action, and what else matters.
 */
type Short = readonly [id: string, region: Region, action: Action, more?: Partial<Move> & { role?: MoveStep['role'] }];
const step = ([id, region, action, { role = null, ...move } = {}]: Short): Step =>
  aStep(id, {
    move: aMove({ id, name: id, region, action, route: [], sidePlan: 'both', ...move }),
    sidePlan: 'both',
    role,
  });
const lesson = (school: SchoolId, steps: readonly (Short | Step)[]): Lesson =>
  aLesson({ school, steps: steps.map((one) => ('kind' in one ? one : step(one))) });
const tool = (name: Tool): Partial<Move> => ({ tool: name, slip: true });
const feather = { pressure: 'feather' } as const;

const LESSONS: Readonly<Record<string, Lesson>> = {
  'drains opened, threaded through and closed': lesson('open_drains_first', [
    ['breath', 'chest', 'breathe'],
    ['hollows', 'collarbone', 'press', feather],
    ['side of the neck', 'neck', 'drain', { ...feather, route: way('ear', 'neck', 'collarbone') }],
    ['once more', 'neck', 'drain', { ...feather, route: way('ear', 'neck', 'collarbone') }],
    ['around the ear', 'ear', 'stroke', feather],
    plainStepOf('oil', 'product'),
    ['jaw out', 'jaw', 'stroke', { ...feather, slip: true, route: way('chin', 'jaw', 'ear') }],
    ['down again', 'neck', 'drain', { ...feather, slip: true, route: way('ear', 'neck', 'collarbone') }],
    ['cheek out', 'cheek', 'stroke', { ...feather, slip: true, route: way('nose', 'cheek', 'ear') }],
    ['under the eye', 'eye', 'stroke', { ...feather, slip: true }],
    ['forehead out', 'forehead', 'stroke', { ...feather, slip: true }],
    ['ear, last', 'ear', 'drain', { ...feather, slip: true }],
    ['nape, last', 'nape', 'drain', { ...feather, slip: true }],
    ['neck, last', 'neck', 'drain', { ...feather, slip: true, route: way('ear', 'neck', 'collarbone') }],
    ['hollows, last', 'collarbone', 'press', feather],
    plainStepOf('bye', 'talk'),
  ]),
  'upward with a cream, then down': lesson('upward_then_drain', [
    plainStepOf('welcome', 'talk'),
    plainStepOf('cream', 'product'),
    ['front of the neck', 'neck', 'stroke', { slip: true }],
    ['jaw knead', 'jaw', 'knead', { slip: true }],
    ['jaw line', 'jaw', 'stroke', { slip: true, route: way('chin', 'jaw', 'ear') }],
    ['chin', 'chin', 'circle', { slip: true }],
    ['smile lines', 'mouth', 'stroke', { slip: true }],
    plainStepOf('look', 'comparison'),
    ['beside the nose', 'nose', 'stroke', { slip: true }],
    ['cheeks', 'cheek', 'knead', { slip: true }],
    ['brow', 'brow', 'stroke', { slip: true }],
    ['forehead', 'forehead', 'stroke', { slip: true }],
    ['ear', 'ear', 'drain', { slip: true }],
    ['nape', 'nape', 'drain', { slip: true }],
    ['down the neck', 'neck', 'drain', { slip: true, route: way('ear', 'neck', 'collarbone') }],
    ['collarbone', 'collarbone', 'drain', { slip: true }],
  ]),
  'forehead down': lesson('downward', [
    ['crown', 'scalp', 'circle'],
    ['forehead', 'forehead', 'stroke'],
    ['temples', 'temple', 'circle'],
    ['brow', 'brow', 'pinch'],
    ['eye', 'eye', 'stroke', feather],
    ['nose', 'nose', 'stroke'],
    ['cheeks', 'cheek', 'stroke'],
    ['mouth', 'mouth', 'circle'],
    ['jaw', 'jaw', 'knead'],
    ['ears', 'ear', 'wiggle'],
    ['nape', 'nape', 'drain'],
    ['neck', 'neck', 'drain', { ...feather, route: way('ear', 'neck', 'collarbone') }],
  ]),
  'a stone from the chest up': lesson('tool_glide', [
    plainStepOf('oil', 'product'),
    ['chest', 'chest', 'stroke', tool('stone')],
    ['shoulders', 'shoulder', 'stroke', tool('stone')],
    ['side of the neck', 'neck', 'stroke', tool('stone')],
    ['under the chin', 'under_chin', 'stroke', tool('stone')],
    ['jaw', 'jaw', 'stroke', tool('stone')],
    ['jaw wiggle', 'jaw', 'wiggle', tool('stone')],
    ['mouth', 'mouth', 'stroke', tool('stone')],
    ['cheek, low', 'cheek', 'stroke', tool('stone')],
    ['cheek, high', 'cheek', 'stroke', tool('stone')],
    ['eye', 'eye', 'stroke', tool('stone')],
    ['brow', 'brow', 'stroke', tool('stone')],
    ['forehead', 'forehead', 'stroke', tool('stone')],
    ['sweep', 'neck', 'drain', { ...tool('stone'), route: way('forehead', 'temple', 'ear', 'neck', 'collarbone') }],
  ]),
  'a roller from the face to the chest': lesson('tool_glide', [
    ['forehead', 'forehead', 'roll', tool('roller')],
    ['brow', 'brow', 'roll', tool('roller')],
    ['under the eye', 'eye', 'roll', tool('roller')],
    ['cheek', 'cheek', 'roll', tool('roller')],
    ['mouth', 'mouth', 'roll', tool('roller')],
    ['jaw', 'jaw', 'roll', tool('roller')],
    ['neck', 'neck', 'roll', tool('roller')],
    ['chest', 'chest', 'roll', tool('roller')],
  ]),
  'holds, three of them for one place': lesson('holds', [
    ['sit', 'shoulder', 'stretch', { tool: 'none', role: 'opening' }],
    ['forehead', 'forehead', 'hold', { needsDry: true }],
    ['brow', 'brow', 'hold', { needsDry: true }],
    ['eye', 'eye', 'hold'],
    ['cheeks up', 'cheek', 'hold'],
    ['cheeks full', 'cheek', 'puff', { tool: 'none' }],
    ['cheeks up again', 'cheek', 'hold'],
    ['lips', 'lips', 'hold', { tool: 'none' }],
    ['tongue', 'tongue', 'hold', { tool: 'none' }],
    ['jaw', 'jaw', 'hold'],
    ['neck', 'neck', 'stretch', { tool: 'none', framing: 'face_chest' }],
  ]),
  'each area warmed, worked and soothed': lesson('warm_work_soothe', [
    ['jaw taps', 'jaw', 'tap'],
    ['jaw hold', 'jaw', 'hold'],
    ['jaw massage', 'jaw', 'knead'],
    ['cheek taps', 'cheek', 'tap'],
    ['cheek hold', 'cheek', 'hold'],
    ['cheek massage', 'cheek', 'circle'],
    ['brow taps', 'brow', 'tap'],
    ['brow hold', 'brow', 'hold'],
    ['brow massage', 'brow', 'circle'],
    ['one long stroke', 'neck', 'drain', { route: way('forehead', 'temple', 'ear', 'neck', 'collarbone') }],
  ]),
  'a ladder in three rounds, with the products of the evening': lesson('with_products', [
    ['cleanse', 'neck', 'circle', { slip: true, role: 'warm_up' }],
    plainStepOf('toner', 'product', { name: 'Toner', putOn: 'toner' }),
    plainStepOf('serum', 'product', { name: 'Serum', putOn: 'serum' }),
    ...[1, 2, 3].flatMap((round): Step[] =>
      (['jaw', 'cheek', 'forehead'] as const).map((region) => ({
        ...step([region, region, 'stroke', { slip: true }]),
        id: `${region} ${round}`,
      })),
    ),
    ['down', 'neck', 'drain', { slip: true }],
    plainStepOf('cream', 'product', { name: 'Night cream', putOn: 'cream' }),
  ]),
};

describe('lessons in the order of their teachers', () => {
  it('are eight, of all seven schools', () => {
    expect(Object.keys(LESSONS).length).toBe(8);
    expect(new Set(Object.values(LESSONS).map((one) => one.school)).size).toBe(7);
  });

  for (const [name, given] of Object.entries(LESSONS))
    it(`are left as they are: ${name}`, () => {
      const before = given.steps.map((one) => one.id);
      const { order, gains, blocked } = suggestOrder(given);
      expect(blocked).toBe('');
      const found = new Set(orderFindings(given).map((one) => one.place.stepId));
      const moved = [...movedBetween(before, order)].filter((id) => !found.has(id));
      expect(moved).withContext(gains.join(', ')).toEqual([]);
      expect(order).withContext(gains.join(', ')).toEqual(before);
    });
});

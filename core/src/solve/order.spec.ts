import { plainStepOf } from '../lesson/lesson.schema';
import { COSTS } from '../school/school.schema';
import { aLesson, aMove, aStep, seeded } from '../testing';
import type { Move } from '../move/move.schema';
import type { Lesson, MoveStep } from '../lesson/lesson.schema';
import { blocksOf, type Block } from './blocks';
import { brokenRules, costOf, stepCost, suggestOrder } from './order';

const step = (id: string, move: Partial<Move>, change: Partial<MoveStep> = {}): MoveStep =>
  aStep(id, { move: aMove({ id, sidePlan: 'both', route: [], ...move }), sidePlan: 'both', ...change });

function randomLesson(seed: number, count: number, locked: boolean): Lesson {
  const next = seeded(seed);
  const pick = <T>(list: readonly T[]): T => list[Math.floor(next() * list.length)]!;
  return aLesson({
    school: pick(['open_drains_first', 'upward_then_drain', 'downward', 'tool_glide', 'warm_work_soothe']),
    steps: Array.from({ length: count }, (_, i) =>
      step(
        `s${i}`,
        {
          region: pick(['neck', 'collarbone', 'ear', 'jaw', 'cheek', 'eye', 'forehead', 'chin', 'nose']),
          action: pick(['stroke', 'hold', 'tap', 'drain', 'press', 'knead']),
          tool: pick(['hand', 'hand', 'stone', 'roller']),
          posture: pick(['any', 'seated', 'lying']),
          slip: next() < 0.4,
          needsDry: next() < 0.2,
        },
        { locked: locked && next() < 0.3 },
      ),
    ),
  });
}

/** Pairs that stand the other way round than before. */
function turned(order: readonly Block[], before: readonly Block[]): number {
  const place = order.map((block) => before.indexOf(block));
  return place.reduce((sum, at, k) => sum + place.slice(0, k).filter((early) => early > at).length, 0);
}

/** Every order that keeps locked blocks in place, tried one by one: the cheapest, of those the one nearest to before. */
function bruteForce(blocks: readonly Block[]): { cost: number; turned: number } | null {
  const places = blocks.map((_, at) => at).filter((at) => !blocks[at]!.locked);
  let best: { cost: number; turned: number } | null = null;
  const order = [...blocks];
  const place = (k: number, left: readonly Block[]): void => {
    if (k === places.length) {
      if (brokenRules(order) > 0) return;
      const found = { cost: costOf(order), turned: turned(order, blocks) };
      if (!best || found.cost < best.cost || (found.cost === best.cost && found.turned < best.turned)) best = found;
      return;
    }
    left.forEach((block, i) => {
      order[places[k]!] = block;
      place(k + 1, [...left.slice(0, i), ...left.slice(i + 1)]);
    });
  };
  place(
    0,
    places.map((at) => blocks[at]!),
  );
  return best;
}

/** Blocks in the order of the suggestion. */
function suggested(lesson: Lesson, blocks: readonly Block[]): Block[] {
  const { order } = suggestOrder(lesson);
  return [...blocks].sort((a, b) => order.indexOf(a.stepIds[0]!) - order.indexOf(b.stepIds[0]!));
}

describe('a suggested order', () => {
  it('costs what the cheapest of all orders costs and turns round as few pairs as any of them, also with locked steps', () => {
    let ties = 0;
    for (let seed = 1; seed <= 60; seed++) {
      const lesson = randomLesson(seed, 3 + (seed % 6), seed % 2 === 0);
      const blocks = blocksOf(lesson);
      const best = bruteForce(blocks);
      const { cost, order, blocked } = suggestOrder(lesson);
      if (best === null) expect(blocked).withContext(`seed ${seed}`).not.toBe('');
      else {
        expect(blocked).withContext(`seed ${seed}`).toBe('');
        expect(cost).withContext(`seed ${seed}`).toBe(best.cost);
        expect(turned(suggested(lesson, blocks), blocks))
          .withContext(`seed ${seed}`)
          .toBe(best.turned);
        if (best.turned > 0) ties++;
      }
      expect([...order].sort()).toEqual(lesson.steps.map((one) => one.id).sort());
    }
    expect(ties).toBeGreaterThan(20);
  });

  it('keeps her order where nothing is gained by another', () => {
    const hold = (id: string): MoveStep => step(id, { region: 'cheek', action: 'hold', tool: 'none' });
    const lesson = aLesson({ school: 'holds', steps: ['c', 'a', 'b'].map(hold) });
    expect(suggestOrder(lesson).order).toEqual(['c', 'a', 'b']);
    expect(suggestOrder(lesson).gains).toEqual([]);
  });

  it('keeps locked steps at their places', () => {
    const lesson = randomLesson(7, 8, true);
    const { order } = suggestOrder(lesson);
    lesson.steps.forEach((one, at) => {
      if (one.locked) expect(order[at]).toBe(one.id);
    });
  });

  it('opens before it works and closes last, in the school that does so', () => {
    const lesson = aLesson({
      school: 'open_drains_first',
      steps: [
        step('close', { region: 'neck', action: 'drain' }),
        step('forehead', { region: 'forehead' }),
        step('collarbone', { region: 'collarbone', action: 'press' }),
        step('jaw', { region: 'jaw' }),
      ],
    });
    const { order } = suggestOrder(lesson);
    expect(order.slice(0, 2)).toEqual(['collarbone', 'close']);
    expect(order.slice(2)).toEqual(['jaw', 'forehead']);
  });

  it('puts a grip that needs dry skin before the oil', () => {
    const lesson = aLesson({
      school: 'tool_glide',
      steps: [step('oil', { region: 'jaw', slip: true }), step('dry', { region: 'cheek', needsDry: true })],
    });
    expect(suggestOrder(lesson).order).toEqual(['dry', 'oil']);
  });

  it('beyond fourteen free steps obeys the hard rules and never costs more than before', () => {
    for (let seed = 1; seed <= 4; seed++) {
      const lesson = randomLesson(seed * 31, 26, false);
      const { cost, exact, order, blocked } = suggestOrder(lesson);
      expect(exact).toBeFalse();
      expect(blocked).toBe('');
      const blocks = blocksOf(lesson);
      const found = suggested(lesson, blocks);
      expect(brokenRules(found)).toBe(0);
      expect(costOf(found)).toBeCloseTo(cost, 9);
      expect(new Set(order).size).toBe(26);
    }
  });

  it('begins with the breath that the lesson begins with', () => {
    const lesson = aLesson({
      school: 'open_drains_first',
      steps: [
        step('breath', { region: 'chest', action: 'breathe' }),
        step('collarbone', { region: 'collarbone', action: 'press' }),
        step('forehead', { region: 'forehead' }),
        step('jaw', { region: 'jaw' }),
      ],
    });
    expect(suggestOrder(lesson).order).toEqual(['breath', 'collarbone', 'jaw', 'forehead']);
  });

  it('moves a bundle as one block', () => {
    const lesson = aLesson({
      school: 'downward',
      steps: [
        aStep('a', { move: aMove({ region: 'eye' }), bundle: 'x' }),
        aStep('b', { move: aMove({ region: 'cheek' }), bundle: 'x' }),
        aStep('c', { move: aMove({ region: 'forehead' }) }),
      ],
    });
    expect(suggestOrder(lesson).order).toEqual(['c', 'a', 'b']);
  });
});

describe('what a suggestion gains', () => {
  const at = (id: string, region: Move['region'], change: Partial<Move> = {}): MoveStep =>
    step(id, { region, ...change });

  it('is told in words: what the school asks for, then what is saved, then what that costs', () => {
    const drains = aLesson({
      school: 'open_drains_first',
      steps: [
        at('jaw', 'jaw'),
        at('hollows', 'collarbone', { action: 'press', tool: 'stone' }),
        at('cheek', 'cheek', { tool: 'stone' }),
        at('close', 'neck', { action: 'drain', tool: 'stone' }),
      ],
    });
    expect(suggestOrder(drains).order).toEqual(['hollows', 'jaw', 'cheek', 'close']);
    expect(suggestOrder(drains).gains).toEqual([
      'the opening comes first',
      'one change of framing fewer',
      'one tool change more',
    ]);
  });

  it('counts ways back, jumps and changes', () => {
    const upward = aLesson({
      school: 'tool_glide',
      steps: [
        at('jaw', 'jaw', { tool: 'stone' }),
        at('forehead', 'forehead', { tool: 'roller' }),
        at('cheek', 'cheek', { tool: 'stone' }),
        at('brow', 'brow', { tool: 'roller' }),
      ],
    });
    const { order, gains, cost, costBefore } = suggestOrder(upward);
    expect(order).toEqual(['jaw', 'cheek', 'brow', 'forehead']);
    // Before: past six areas up, back three (and past them), past one; three changes of tool. After: past three and
    // one; one change. The order is the school's: jaw 6, cheek 10, brow 12, forehead 13.
    expect(costBefore).toBe(6 + (3 + 3) + 1 + 3 * 4);
    expect(cost).toBe(3 + 1 + 4);
    expect(gains).toEqual(['one way back fewer', 'six jumps fewer', 'two tool changes fewer']);
  });

  it('names every rule of the school that it mends', () => {
    const role = (id: string, own: MoveStep['role'], move: Partial<Move> = {}): MoveStep =>
      step(id, { region: 'cheek', ...move }, { role: own });
    const { gains } = suggestOrder(
      aLesson({
        school: 'open_drains_first',
        steps: [
          role('end', 'finish'),
          role('hollows, last', 'closing', { region: 'collarbone' }),
          role('ear, last', 'closing', { region: 'ear' }),
          role('oil', 'work', { slip: true }),
          role('dry', 'work', { needsDry: true }),
          role('warm', 'warm_up'),
          role('ear', 'opening', { region: 'ear' }),
          role('collarbone', 'opening', { region: 'collarbone' }),
        ],
      }),
    );
    for (const words of [
      'the opening comes first',
      'it opens in your school’s order',
      'the warm-up comes before the work',
      'what needs dry skin comes before the oil',
      'the closing comes after the work',
      'the closing goes from high to low',
      'the finish comes last',
    ])
      expect(gains).toContain(words);
  });
});

describe('what has no place in a school’s order', () => {
  const school = 'open_drains_first';
  const at = (id: string, region: Move['region'], more: Partial<Move> = {}): MoveStep => step(id, { region, ...more });
  const hollows = at('hollows', 'collarbone', { action: 'press' });
  const down = (id: string): MoveStep => at(id, 'neck', { action: 'drain' });
  const blocksIn = (...steps: MoveStep[]): [string, number | null][] =>
    blocksOf(aLesson({ school, steps })).map((block) => [block.stepIds.join('+'), block.rank]);

  it('has the place of what it stands behind, in its turn', () => {
    const [jaw, shoulder, brow] = [at('jaw', 'jaw'), at('shoulder', 'shoulder'), at('brow', 'brow')];
    expect(blocksIn(hollows, jaw, shoulder, brow)).toEqual([
      ['hollows', 0],
      ['jaw', 0],
      ['shoulder', 0],
      ['brow', 8],
    ]);
  });

  it('opens before all work that has a place, and ends after it', () => {
    const first = at('oil', 'whole_face');
    const rest = at('rest', 'whole_face');
    const lesson = aLesson({
      school: 'upward_then_drain',
      steps: [first, at('cheek', 'cheek'), at('jaw', 'jaw'), down('home'), rest],
    });
    expect(blocksOf(lesson).map((block) => block.role)).toEqual(['opening', 'work', 'work', 'closing', 'closing']);
    expect(suggestOrder(lesson).order).toEqual(['oil', 'jaw', 'cheek', 'home', 'rest']);
  });

  it('stays with its area where it drains it', () => {
    const jaw = at('jaw', 'jaw');
    expect(blocksIn(hollows, down('side'), at('cheek', 'cheek'), down('after the cheek'), jaw, down('last'))).toEqual([
      ['hollows', 0],
      ['side', 1],
      ['cheek+after the cheek', 6],
      ['jaw', 0],
      ['last', 0],
    ]);
  });
});

describe('steps that are no moves', () => {
  it('keep to their neighbours: what is put on to the next move, a look to the one before', () => {
    const oil = plainStepOf('oil', 'product');
    const look = plainStepOf('look', 'comparison');
    const bye = plainStepOf('bye', 'talk');
    const move = (id: string, region: 'jaw' | 'forehead') => aStep(id, { move: aMove({ id, region }) });
    const lesson = aLesson({
      school: 'upward_then_drain',
      steps: [move('forehead', 'forehead'), look, oil, move('jaw', 'jaw'), bye],
    });
    const { order } = suggestOrder(lesson);
    expect([...order].sort()).toEqual(['bye', 'forehead', 'jaw', 'look', 'oil']);
    expect(order.indexOf('oil')).toBe(order.indexOf('jaw') - 1);
    expect(order.indexOf('look')).toBe(order.indexOf('forehead') + 1);
    expect(order.indexOf('jaw')).toBeLessThan(order.indexOf('forehead'));
    expect(suggestOrder(aLesson({ steps: [oil, bye] })).order).toEqual(['oil', 'bye']);
  });

  it('and roles keep their turn: opening, warm-up, work, closing, finish', () => {
    const as = (id: string, role: MoveStep['role']) => aStep(id, { move: aMove({ id, region: 'cheek' }), role });
    const lesson = aLesson({
      school: 'holds',
      steps: [
        as('finish', 'finish'),
        as('work', 'work'),
        as('warm', 'warm_up'),
        as('close', 'closing'),
        as('open', 'opening'),
      ],
    });
    expect(suggestOrder(lesson).order).toEqual(['open', 'warm', 'work', 'close', 'finish']);
  });
});

describe('the cost of a neighbour', () => {
  const block = (change: Partial<Block>): Block => ({
    stepIds: ['x'],
    role: 'work',
    rank: 1,
    lastRank: 1,
    tool: null,
    posture: 'any',
    slip: false,
    needsDry: false,
    framing: 'face',
    locked: false,
    region: 'jaw',
    lastRegion: 'jaw',
    soothedFrom: null,
    costs: COSTS,
    ...change,
  });

  it('is nothing for the next region, more for a jump, most for the way back', () => {
    expect(stepCost(block({}), block({ rank: 2 }))).toBe(0);
    expect(stepCost(block({}), block({ rank: 4 }))).toBe(2);
    expect(stepCost(block({ lastRank: 4 }), block({ rank: 1 }))).toBe(6);
  });
});

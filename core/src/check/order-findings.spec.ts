import type { Move } from '../move/move.schema';
import { SCHOOL_IDS, SCHOOLS } from '../school/schools';
import { aLesson, aMove, aStep, way } from '../testing';
import type { Lesson, MoveStep } from '../lesson/lesson.schema';
import { orderFindings, otherSchools } from './order-findings';

const step = (id: string, move: Partial<Move> = {}, change: Partial<MoveStep> = {}): MoveStep =>
  aStep(id, {
    move: aMove({ id, name: id, region: 'cheek', pressure: 'feather', slip: true, framing: 'face_chest', ...move }),
    sidePlan: 'left_right',
    ...change,
  });
const ruled = (school: Lesson['school'], ...steps: MoveStep[]): string[] =>
  orderFindings(aLesson({ school, steps, opening: 'A little oil first.' })).map((one) =>
    `${one.rule} ${one.place.stepId ?? ''}`.trim(),
  );
const about = (rule: string, found: readonly string[]): string[] =>
  found.filter((one) => one.startsWith(`${rule} `)).map((one) => one.slice(rule.length + 1));
const towards = (from: Move['region'], to: Move['region']): Pick<Move, 'route'> => ({
  route: way(from, to),
});

const hollows = step('hollows', { region: 'collarbone', action: 'press' });
const neck = step('neck', { region: 'neck', action: 'stroke', ...towards('ear', 'collarbone') });
const ear = step('ear', { region: 'ear', action: 'drain' });
const jaw = step('jaw', { region: 'jaw', action: 'knead' });
const cheek = step('cheek');
const brow = step('brow', { region: 'brow' });
const down = step('down', { region: 'neck', action: 'drain', ...towards('ear', 'collarbone') });

// The rules of the schools are common practice, no source.
describe('what a school says of an order', () => {
  it('has nothing to say of a lesson in its own order', () => {
    expect(ruled('open_drains_first', hollows, neck, ear, jaw, cheek, brow, down)).toEqual([]);
    expect(ruled('upward_then_drain', jaw, cheek, brow, down)).toEqual([]);
    expect(ruled('downward', brow, cheek, jaw, down)).toEqual([]);
  });

  it('finds what goes down a way that was not opened', () => {
    const toEar = step('toEar', towards('cheek', 'ear'));
    expect(about('drain-not-opened', ruled('open_drains_first', cheek, down))).toEqual(['cheek']);
    expect(about('drain-not-opened', ruled('open_drains_first', hollows, toEar, down))).toEqual(['toEar']);
    expect(about('drain-not-opened', ruled('open_drains_first', hollows, ear, toEar, down))).toEqual([]);
    for (const school of SCHOOL_IDS.filter((id) => SCHOOLS[id].drainage.opens.length === 0))
      expect(about('drain-not-opened', ruled(school, cheek, down)))
        .withContext(school)
        .toEqual([]);
  });

  it('finds an opening that comes after the work has begun', () => {
    expect(about('opened-late', ruled('open_drains_first', cheek, hollows, brow, down))).toEqual(['hollows']);
  });

  it('finds work that is not led down at the end, where the school does that', () => {
    for (const school of SCHOOL_IDS)
      expect(about('no-closing', ruled(school, cheek)).length)
        .withContext(school)
        .toBe(SCHOOLS[school].drainage.closingNeeded ? 1 : 0);
    expect(ruled('upward_then_drain')).toEqual([]);
  });

  it('finds jumps back in its own order, up for one school and down for another', () => {
    expect(about('jump-back', ruled('upward_then_drain', brow, cheek, jaw, down))).toEqual(['cheek', 'jaw']);
    expect(about('jump-back', ruled('downward', jaw, cheek, brow, down))).toEqual(['cheek', 'brow']);
  });

  it('finds no way back where a ladder is done in rounds', () => {
    const [jaw2, cheek2] = [
      { ...jaw, id: 'jaw2' },
      { ...cheek, id: 'cheek2' },
    ];
    const own = (one: MoveStep, id: string): MoveStep => ({ ...one, move: { ...one.move, id } });
    const ladder = [own(jaw, 'j'), own(cheek, 'c'), own(jaw2, 'j'), own(cheek2, 'c')];
    expect(about('jump-back', ruled('upward_then_drain', ...ladder, down))).toEqual([]);
    // Another move in the second round, and it is no ladder.
    ladder[3] = own(cheek2, 'other');
    expect(about('jump-back', ruled('upward_then_drain', ...ladder, down))).toEqual(['jaw2']);
  });

  it('finds a closing that goes up again, and none at all where work follows it', () => {
    const hollow = { ...hollows, id: 'hollow', role: 'closing' as const };
    expect(about('closing-upward', ruled('upward_then_drain', jaw, hollow, down))).toEqual(['down']);
    expect(about('closing-upward', ruled('upward_then_drain', jaw, down, hollow))).toEqual([]);
    expect(about('no-closing', ruled('upward_then_drain', jaw, down, cheek))).toEqual(['cheek']);
    expect(about('no-closing', ruled('upward_then_drain', jaw, down, cheek, { ...down, id: 'again' }))).toEqual([]);
  });

  it('counts phases and not regions where the school has phases', () => {
    const tap = step('tap', { action: 'tap', region: 'forehead' });
    const hold = step('hold', { action: 'hold', region: 'jaw' });
    const stroke = step('stroke', { action: 'stroke', region: 'forehead' });
    expect(about('jump-back', ruled('warm_work_soothe', tap, hold, stroke, down))).toEqual([]);
    expect(about('jump-back', ruled('warm_work_soothe', hold, tap, stroke, down))).toEqual(['tap']);
  });

  it('finds a tool that is put down and taken up again, and a framing that changes back', () => {
    const stone = (id: string): MoveStep => step(id, { tool: 'stone', action: 'stroke' });
    const roller = step('roller', { tool: 'roller', action: 'roll' });
    expect(about('tool-again', ruled('tool_glide', stone('a'), roller, stone('b')))).toEqual(['b']);
    expect(about('tool-again', ruled('tool_glide', stone('a'), stone('b'), roller))).toEqual([]);
    const near = (id: string): MoveStep => step(id, { framing: 'face' });
    const wide = step('wide', { framing: 'face_chest' });
    expect(about('framing-again', ruled('holds', near('a'), wide, near('b')))).toEqual(['b']);
  });

  it('finds a grip for dry skin after the first oil, whoever brings it', () => {
    const dry = step('dry', { needsDry: true, slip: false });
    const plain = step('plain', { slip: false });
    expect(about('grip-after-slip', ruled('downward', cheek, dry))).toEqual(['dry']);
    expect(about('grip-after-slip', ruled('downward', dry, cheek))).toEqual([]);
    expect(about('grip-after-slip', ruled('downward', plain, dry))).toEqual([]);
    expect(about('grip-after-slip', ruled('downward', { ...plain, product: 'apply' }, dry))).toEqual(['dry']);
  });
});

describe('what a school says of touch', () => {
  it('forbids going back and forth only where the school does', () => {
    const saw = step('saw', { backAndForth: true });
    for (const school of SCHOOL_IDS)
      expect(about('back-and-forth', ruled(school, saw)).length)
        .withContext(school)
        .toBe(SCHOOLS[school].backAndForth ? 0 : 1);
  });

  it('keeps to the pressure of the school', () => {
    expect(about('pressure', ruled('downward', step('firm', { pressure: 'firm' })))).toEqual(['firm']);
    expect(about('pressure', ruled('downward', step('light', { pressure: 'light' })))).toEqual([]);
  });

  it('keeps neck and eye safe in every school', () => {
    for (const school of SCHOOL_IDS) {
      const found = ruled(
        school,
        step('press', { region: 'neck', pressure: 'medium' }),
        step('both', { region: 'neck' }, { sidePlan: 'both' }),
        step('eye', { region: 'eye', pressure: 'medium' }),
        step('soft', { region: 'eye', pressure: 'medium', pressureBy: { eye: 'feather' } }),
      );
      expect(about('neck-pressure', found)).withContext(school).toEqual(['press']);
      expect(about('neck-both-sides', found)).withContext(school).toEqual(['both']);
      expect(about('eye-pressure', found)).withContext(school).toEqual(['eye']);
    }
  });

  it('tells strokes that go against the school: up or down the neck, dragged down or lifted on the face', () => {
    const up = step('up', { region: 'neck', ...towards('collarbone', 'ear') });
    const drag = step('drag', towards('eye', 'jaw'));
    const lift = step('lift', towards('jaw', 'eye'));
    expect(about('direction', ruled('downward', up))).toEqual(['up']);
    expect(about('direction', ruled('open_drains_first', up))).toEqual(['up']);
    expect(about('direction', ruled('open_drains_first', up, down))).toEqual([]);
    expect(about('direction', ruled('upward_then_drain', drag, lift))).toEqual(['drag']);
    expect(about('direction', ruled('downward', drag, lift))).toEqual(['lift']);
  });

  it('wants slip under a glide where the school always uses some', () => {
    const dry = step('dry', { slip: false, action: 'stroke' });
    expect(about('no-slip', ruled('tool_glide', dry, cheek))).toEqual(['dry']);
    expect(about('no-slip', ruled('holds', dry))).toEqual([]);
  });
});

describe('both sides of the neck at once', () => {
  const found = (move: Partial<Move>): string | undefined =>
    orderFindings(
      aLesson({ steps: [step('neck', { region: 'neck', action: 'stroke', ...move }, { sidePlan: 'both' })] }),
    ).find((one) => one.rule === 'neck-both-sides')?.severity;

  it('must not be with any pressure, should not be with a feather, and may be at the nape', () => {
    const rule = (move: Partial<Move>): boolean =>
      orderFindings(
        aLesson({ steps: [step('neck', { region: 'neck', action: 'stroke', ...move }, { sidePlan: 'both' })] }),
      ).some((one) => one.rule === 'neck-both-sides');
    // A must by its rule, milder where it says so.
    expect([rule({ pressure: 'light' }), found({ pressure: 'light' })]).toEqual([true, undefined]);
    expect(found({ pressure: 'feather' })).toBe('should');
    expect(rule({ region: 'nape', pressure: 'light' })).toBeFalse();
  });
});

describe('a school with exceptions', () => {
  const saw = (region: Move['region']): MoveStep =>
    step('saw', { region, action: 'stroke', backAndForth: true, tool: 'stone' });

  it('lets a rule not hold in some regions', () => {
    expect(about('back-and-forth', ruled('tool_glide', saw('cheek')))).toEqual(['saw']);
    expect(about('back-and-forth', ruled('tool_glide', saw('jaw')))).toEqual([]);
    expect(about('back-and-forth', ruled('tool_glide', saw('shoulder')))).toEqual([]);
  });

  it('may be taken from either end, and soothe each area by itself', () => {
    expect(about('jump-back', ruled('tool_glide', brow, cheek, jaw))).toEqual([]);
    expect(about('jump-back', ruled('tool_glide', jaw, cheek, brow))).toEqual([]);
    expect(about('jump-back', ruled('tool_glide', cheek, jaw, brow)).length).toBe(1);
    const tap = step('tap', { action: 'tap', region: 'forehead' });
    const hold = step('hold', { action: 'hold', region: 'jaw' });
    const soothe = step('soothe', { action: 'stroke', region: 'jaw' });
    expect(about('jump-back', ruled('warm_work_soothe', hold, soothe, tap))).toEqual([]);
  });

  it('tells a tool that it does without, pressure by the areas that are crossed, and oil before a dry opening', () => {
    expect(about('other-tool', ruled('holds', step('roll', { tool: 'roller' })))).toEqual(['roll']);
    expect(about('pressure', ruled('open_drains_first', step('light', { pressure: 'light' })))).toEqual(['light']);
    const soft = step('soft', { pressure: 'feather', pressureBy: { cheek: 'medium' } });
    expect(about('pressure', ruled('open_drains_first', soft))).toEqual(['soft']);
    const oily = step('oily', { region: 'collarbone', action: 'press' }, { product: 'apply' });
    expect(about('product-early', ruled('open_drains_first', oily, cheek, down))).toEqual(['oily']);
  });
});

describe('other schools', () => {
  it('are named on both sides of a disagreement, and not where all agree', () => {
    const lesson = aLesson({ school: 'downward', steps: [step('lift', towards('jaw', 'eye'))] });
    const direction = orderFindings(lesson).find((one) => one.rule === 'direction')!;
    expect(otherSchools(lesson, direction).join(' ')).toContain(`${SCHOOLS.open_drains_first.name}`);
    const pressed = aLesson({
      school: 'downward',
      steps: [step('press', { region: 'neck', pressure: 'firm' })],
    });
    const safety = orderFindings(pressed).find((one) => one.rule === 'neck-pressure')!;
    expect(otherSchools(pressed, safety)).toEqual([]);
  });
});

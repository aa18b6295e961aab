import '../words/localize';
import { readFirst } from '../check/read-first';
import { standingRules } from '../narration/standing';
import { sidePlanName } from '../dose/dose';
import { regionName } from '../face/regions';
import { FRAMING_NAMES, framingOf, widestFraming } from '../move/framing';
import { FRAMINGS, type Framing, type Tool } from '../move/move.schema';
import { filled } from '../speech/fields';
import { clock } from '../time/clock';
import { describeDoses } from '../lesson/dose-for';
import { isMove, movesOf, nameOfStep, type Lesson, type MoveStep, type Step } from '../lesson/lesson.schema';
import { describeRoute } from '../move/way';
import { schedule } from '../schedule/schedule';
import { weeksOfLesson, type Weeks } from './weeks';

export interface SheetRow {
  readonly at: string;
  readonly number: string;
  readonly step: string;
  readonly dose: string;
  readonly side: string;
  /** Where the hand goes. */
  readonly way: string;
  readonly framing: string;
  readonly words: string;
}

export interface Shot {
  readonly number: number;
  readonly step: string;
  readonly framing: Framing;
  readonly posture: string;
  readonly tool: Tool;
  readonly at: string;
  readonly lasts: string;
}

export interface Task {
  /** When to begin: the evening before, an hour before, just before, afterwards. */
  readonly when: string;
  readonly what: string;
}

export interface Paper {
  readonly title: string;
  readonly runs: string;
  readonly runSheet: readonly SheetRow[];
  readonly prompter: readonly { readonly heading: string; readonly lines: readonly string[] }[];
  readonly shots: readonly Shot[];
  readonly framing: string;
  readonly voiceOver: readonly { readonly step: string; readonly words: string }[];
  /** How doses are built up over weeks. */
  readonly weeks: Weeks;
  readonly materials: readonly string[];
  readonly preparation: readonly Task[];
  readonly readFirst: readonly string[];
  /** The rules that the lesson states for itself. */
  readonly rules: readonly string[];
  /** For the description under the video. */
  readonly kit: readonly string[];
}

const TOOL_NAMES: Readonly<Record<Tool, string>> = {
  hand: '',
  knuckle: '',
  none: '',
  stone: $localize`a smooth stone`,
  roller: $localize`a roller`,
  spoon: $localize`a spoon`,
  brush: $localize`a soft dry brush`,
  device: $localize`the device, with its maker’s instructions`,
};

/**
 * Everything that is taken to the shoot on paper (common practice, no source).
 *
 * @example paperOf(lesson).runSheet.length // 7
 */
export function paperOf(lesson: Lesson): Paper {
  const plan = schedule(lesson);
  const timings = new Map(plan.steps.map((one) => [one.stepId, one]));
  const at = (step: Step): string => clock(timings.get(step.id)!.startMs);
  const said = (step: Step, part: 'before' | 'during' | 'after'): string => filled(step.narration[part], step).trim();
  const moves = movesOf(lesson.steps);
  const { tools, slip } = neededFor(moves);
  const materials = [
    ...(slip ? [$localize`oil, cream or serum, enough for topping up`] : []),
    ...tools.map((tool) => TOOL_NAMES[tool]),
    $localize`a mirror beside the lens`,
    $localize`a towel, and water to drink`,
  ];
  return {
    title: lesson.title,
    runs: clock(plan.totalMs),
    runSheet: [
      ...(lesson.opening.trim() ? [frameRow('0:00', 'Opening', lesson.opening)] : []),
      ...lesson.steps.map((step, i) => ({
        at: at(step),
        number: String(i + 1),
        step: nameOfStep(step),
        dose: isMove(step) ? describeDoses(step) : '',
        side: isMove(step) ? sidePlanName(step.sidePlan) : '',
        way: isMove(step) ? wayWords(step) : '',
        framing: isMove(step) ? FRAMING_NAMES[framingOf(step.move)] : '',
        words: [said(step, 'before'), said(step, 'during'), said(step, 'after')].filter(Boolean).join(' / '),
      })),
      ...(lesson.closing.trim()
        ? [
            frameRow(
              clock(plan.passages.find((one) => one.kind === 'outro')?.startMs ?? plan.totalMs),
              'Closing',
              lesson.closing,
            ),
          ]
        : []),
    ],
    prompter: [
      { heading: 'Opening', lines: [lesson.opening] },
      ...lesson.steps.map((step, i) => ({
        heading: `${i + 1}. ${nameOfStep(step)}`,
        lines: [said(step, 'before'), isMove(step) && step.voiceOver ? '' : said(step, 'during'), said(step, 'after')],
      })),
      { heading: 'Closing', lines: [lesson.closing] },
    ].map(({ heading, lines }) => ({ heading, lines: lines.filter((line) => line.trim() !== '') })),
    shots: moves.map((step) => ({
      number: lesson.steps.indexOf(step) + 1,
      step: step.move.name,
      framing: framingOf(step.move),
      posture: step.move.posture === 'any' ? $localize`as you are` : step.move.posture,
      tool: step.move.tool,
      at: at(step),
      lasts: clock(timings.get(step.id)!.endMs - timings.get(step.id)!.startMs),
    })),
    framing: FRAMING_NAMES[widestFraming(moves.map((step) => step.move))],
    voiceOver: moves
      .filter((step) => step.narration.during.trim() && (step.voiceOver || step.move.mouthBusy))
      .map((step) => ({ step: step.move.name, words: said(step, 'during') })),
    weeks: weeksOfLesson(moves),
    materials,
    preparation: preparation(lesson, tools, slip),
    readFirst: readFirst(lesson),
    rules: [...new Set(standingRules(lesson).map((rule) => rule.words))],
    kit: kitOf(lesson),
  };
}

function neededFor(moves: readonly MoveStep[]): { readonly tools: readonly Tool[]; readonly slip: boolean } {
  return {
    tools: [...new Set(moves.map((step) => step.move.tool))].filter((tool) => TOOL_NAMES[tool] !== ''),
    slip: moves.some((step) => step.move.slip || step.product !== 'none'),
  };
}

/** What a viewer needs, for the description under the video. @example kitOf(lesson) // ['oil or cream', 'a smooth stone'] */
export function kitOf({ steps }: Pick<Lesson, 'steps'>): string[] {
  const { tools, slip } = neededFor(movesOf(steps));
  return [...(slip ? [$localize`oil or cream`] : []), ...tools.map((tool) => TOOL_NAMES[tool])];
}

function preparation(lesson: Lesson, tools: readonly Tool[], slip: boolean): Task[] {
  const moves = movesOf(lesson.steps);
  const regions = moves.flatMap(({ move }) => [move.region, ...move.route.map((stop) => stop.region)]);
  const low = regions.filter((region) => ['chest', 'collarbone', 'shoulder'].includes(region))[0];
  const cold = new Set(
    moves.flatMap(({ move: { tool, temperature } }) =>
      temperature === 'cold' && (tool === 'roller' || tool === 'stone') ? [tool] : [],
    ),
  );
  const topUps = moves.filter((step) => step.product === 'top_up').length;
  return [
    ...[...cold].map((tool) => ({
      when: $localize`the evening before`,
      what: $localize`Put the ${tool} into the fridge.`,
    })),
    { when: $localize`the evening before`, what: $localize`Cut and file the nails; lay out clothes.` },
    ...(low
      ? [
          {
            when: $localize`an hour before`,
            what: $localize`Wear a neckline that leaves the ${regionName(low)} free, and tie the hair back.`,
          },
        ]
      : [{ when: $localize`an hour before`, what: $localize`Tie the hair back; nothing may cover the face.` }]),
    ...(moves.some(({ move }) => move.tool === 'spoon' && move.temperature === 'cold')
      ? [{ when: $localize`ten minutes before`, what: $localize`Put the spoon into the freezer for five minutes.` }]
      : []),
    {
      when: $localize`just before`,
      what: $localize`Wash hands and face; check that both corners of the picture are level.`,
    },
    {
      when: $localize`just before`,
      what: $localize`Frame once: ${FRAMING_NAMES[widestFraming(moves.map((step) => step.move))]}.`,
    },
    ...(slip
      ? [
          {
            when: $localize`while filming`,
            what:
              topUps > 0
                ? $localize`Top up the oil ${topUps} ${topUps === 1 ? $localize`time` : $localize`times`}, where the sheet says so.`
                : $localize`Oil dries up: keep the bottle in reach.`,
          },
        ]
      : []),
    ...(tools.length > 0
      ? [{ when: $localize`afterwards`, what: $localize`Wash the tools with soap and warm water, and dry them.` }]
      : []),
  ];
}

function wayWords({ move, sidePlan }: MoveStep): string {
  if (move.route.length < 2) return move.routeWords;
  return [describeRoute(move, sidePlan), move.routeWords].filter(Boolean).join('; ');
}

function frameRow(at: string, step: string, words: string): SheetRow {
  return { at, number: '', step, dose: '', side: '', way: '', framing: '', words };
}

/**
 * Shots grouped by framing, widest last, so that the camera is moved as seldom as possible.
 *
 * @example shotsByFraming(paperOf(lesson).shots)[0]?.framing // the closest of them
 */
export function shotsByFraming(shots: readonly Shot[]): Shot[] {
  return [...shots].sort((a, b) => FRAMINGS.indexOf(a.framing) - FRAMINGS.indexOf(b.framing) || a.number - b.number);
}

import '../words/localize';
import type { Paper } from '../paper/paper';
import { FRAMING_NAMES } from '../move/framing';
import { writeCsv } from './csv';

const RUN_SHEET = ['time', 'no', 'step', 'dose', 'side', 'way', 'framing', 'words'] as const;

/**
 * The run sheet as CSV, one row a step.
 *
 * @example writeRunSheetCsv(paperOf(lesson)) // 'no,move,…\r\n1,Slipway,…\r\n'
 */
export function writeRunSheetCsv({ runSheet }: Paper): string {
  return writeCsv([
    RUN_SHEET,
    ...runSheet.map((row) => [row.at, row.number, row.step, row.dose, row.side, row.way, row.framing, row.words]),
  ]);
}

/**
 * All sheets as Markdown.
 *
 * @example writePaperMarkdown(paperOf(lesson)) // '# Tide\n\n…'
 */
export function writePaperMarkdown(paper: Paper): string {
  const cell = (text: string): string => text.replace(/\|/g, '\\|').replace(/\s*\n\s*/g, ' ');
  const table = (head: readonly string[], rows: readonly (readonly string[])[]): string =>
    [head, head.map(() => '---'), ...rows].map((row) => `| ${row.map(cell).join(' | ')} |`).join('\n');
  const list = (items: readonly string[]): string => items.map((item) => `- ${item}`).join('\n');
  const parts = [
    `# ${paper.title}`,
    $localize`Runs ${paper.runs}. One framing for all: ${paper.framing}.`,
    $localize`## Run sheet`,
    table(
      RUN_SHEET,
      paper.runSheet.map((row) => [row.at, row.number, row.step, row.dose, row.side, row.way, row.framing, row.words]),
    ),
    '## Shots',
    table(
      ['no', 'step', 'framing', 'posture', 'tool', 'from', 'lasts'],
      paper.shots.map((one) => [
        String(one.number),
        one.step,
        FRAMING_NAMES[one.framing],
        one.posture,
        one.tool,
        one.at,
        one.lasts,
      ]),
    ),
    ...(paper.voiceOver.length > 0
      ? [$localize`## Spoken afterwards`, list(paper.voiceOver.map((one) => `**${one.step}**: ${one.words}`))]
      : []),
    ...(paper.weeks.steps.length > 0
      ? [
          $localize`## Over the weeks`,
          list(paper.weeks.steps.map((one) => `**${one.step}**: ${one.words}`)),
          table(
            ['', ...paper.weeks.periods.map((one) => one.name)],
            paper.weeks.steps.map(({ step }, at) => [
              step,
              ...paper.weeks.periods.map(({ rows }) => `${rows[at]!.dose}, ${rows[at]!.often}`),
            ]),
          ),
        ]
      : []),
    '## Materials',
    list(paper.materials),
    '## Preparation',
    list(paper.preparation.map((one) => `**${one.when}**: ${one.what}`)),
    ...(paper.rules.length > 0 ? [$localize`## Rules of this lesson`, list(paper.rules)] : []),
    $localize`## To read first`,
    list(paper.readFirst),
    '## Prompter',
    ...paper.prompter.flatMap(({ heading, lines }) => [`### ${heading}`, ...lines]),
  ];
  return `${parts.join('\n\n')}\n`;
}

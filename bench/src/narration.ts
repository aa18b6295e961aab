import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { promisesTooMuch } from '@limber/core/caution/wording';
import { laidOut, LAYOUTS } from '@limber/core/narration/layouts';
import { readMarked } from '@limber/core/narration/marked';
import { readingOf, readNarration, readWords } from '@limber/core/narration/read';
import { f1, NEAR_MS, sameDose, scores, type Score } from '@limber/core/narration/score';
import { medians, report } from './compare';

const FOLDER = 'core/src/narration/development';
/** In long blocks, with dense steps and much talk: no pattern was mended for them; where steps begin was learned from them. */
const BLOCKS = 'core/src/narration/blocks';
/** The last batch that was written: nothing was learned from it yet. */
const UNSEEN = 'core/src/narration/unseen';
const HOUR_MS = 3_600_000;

/** How fast an hour of narration is read, and how well the development set is. */
export async function narration(): Promise<void> {
  const marked = readdirSync(FOLDER).map((file) => readMarked(readFileSync(join(FOLDER, file), 'utf8')));
  const hour = hourOf(marked.map((one) => one.text));
  const words = (): unknown => hour.match(/[\p{L}\d'’-]+/gu);
  const [ours, reference] = await medians(() => readNarration(hour), words, 8, 2);
  report('narration', 'one hour of captions', ours, 'finding its words alone', reference);

  claimBatches();
  for (const [name, folder] of [
    ['development set', FOLDER],
    ['long blocks', BLOCKS],
    ['unseen', UNSEEN],
  ] as const)
    layouts(name, folder);
  howSure(UNSEEN);
}

/** Bands of how sure a reading is said to be, least first. */
const BANDS = [0, 0.5, 0.6, 0.7, 0.8, 0.9];

/** How many are right of what is said to be so sure, in texts from which nothing was learned, all layouts. */
function howSure(folder: string): void {
  const tally = new Map<string, { right: number; found: number }>();
  const note = (kind: string, sure: number, right: boolean): void => {
    const band = BANDS.findLast((least) => sure >= least)!;
    const of = tally.get(`${kind}, from ${band}`) ?? { right: 0, found: 0 };
    tally.set(`${kind}, from ${band}`, { right: of.right + Number(right), found: of.found + 1 });
  };
  for (const file of readdirSync(folder))
    for (const layout of LAYOUTS) {
      const { text, truth } = readMarked(laidOut(readFileSync(join(folder, file), 'utf8'), layout));
      const read = readNarration(text);
      for (const step of read.steps) {
        const truly = truth.steps.filter((one) => Math.abs(one.startMs - step.startMs) <= NEAR_MS);
        note('beginnings', step.evidence.sure, truly.length > 0);
        const { work } = step.evidence;
        if (work === undefined || truly.length === 0) continue;
        note(
          'region and action',
          work,
          truly.some((one) => one.region === step.region && one.action === step.action),
        );
      }
      for (const dose of read.doses)
        note(
          'doses',
          dose.evidence.sure,
          truth.doses.some((one) => near(one, dose) && sameDose(one, dose)),
        );
      for (const kind of ['cautions', 'claims'] as const)
        for (const said of read[kind])
          note(
            kind,
            said.evidence.sure,
            truth[kind].some((one) => near(one, said) && one.about === said.about),
          );
      for (const swap of read.swaps)
        note(
          'changes of side',
          swap.evidence.sure,
          truth.swaps.some((one) => near(one, swap)),
        );
      for (const said of read.promises)
        note(
          'promises',
          said.evidence.sure,
          truth.promises.some((one) => one.kind === said.kind && one.low === said.low),
        );
    }
  for (const [name, { right, found }] of [...tally].sort(([a], [b]) => (a < b ? 1 : -1)))
    process.stdout.write(`narration, unseen, said to be so sure · ${name} · ${right} of ${found} right\n`);
}

function near(a: { readonly atMs: number }, b: { readonly atMs: number }): boolean {
  return Math.abs(a.atMs - b.atMs) <= NEAR_MS;
}

/** How well the narrations of a folder are read in each layout, by kind. */
function layouts(name: string, folder: string): void {
  const sources = readdirSync(folder).map((file) => readFileSync(join(folder, file), 'utf8'));
  for (const layout of LAYOUTS) {
    const total: Record<string, Score> = {};
    for (const source of sources) {
      const { text, truth } = readMarked(laidOut(source, layout));
      for (const [kind, { truth: there, found, right }] of Object.entries(
        scores(truth, readingOf(readNarration(text))),
      )) {
        const sum = total[kind] ?? { truth: 0, found: 0, right: 0 };
        total[kind] = { truth: sum.truth + there, found: sum.found + found, right: sum.right + right };
      }
    }
    for (const [kind, score] of Object.entries(total))
      process.stdout.write(
        `narration, ${name}, ${layout} · ${kind} · precision ${(score.right / score.found).toFixed(2)} · recall ${(score.right / score.truth).toFixed(2)} · F1 ${f1(score).toFixed(2)} (${score.right} of ${score.truth}, ${score.found} found)\n`,
      );
  }
}

/** How many claims are found in sentences that were written apart from the patterns, and how many harmless ones are marked. */
function claimBatches(): void {
  const folder = 'core/src/narration/claims';
  const lines = (file: string): string[] =>
    readFileSync(join(folder, file), 'utf8')
      .split('\n')
      .filter((line) => line !== '' && !line.startsWith('#'));
  const marked = (words: string): boolean => readWords(words).claims.some(promisesTooMuch);
  for (const batch of ['', '-later', '-last', '-after']) {
    const claims = lines(`with-claims${batch}.txt`).map((line) => line.split(' | ')[1]!);
    const harmless = lines(`harmless${batch}.txt`);
    process.stdout.write(
      `narration, claims${batch || ', the first sixty'} · ${claims.filter(marked).length} of ${claims.length} found · ${harmless.filter(marked).length} of ${harmless.length} harmless marked\n`,
    );
  }
}

/** The texts one after another, again and again, for an hour. */
function hourOf(texts: readonly string[]): string {
  const lines: string[] = [];
  let now = 0;
  for (let i = 0; now < HOUR_MS; i = (i + 1) % texts.length) {
    const rows = texts[i]!.split('\n').filter((row) => /^\[\d+:\d\d\]/.test(row));
    for (const row of rows) {
      const [, minutes, seconds, words] = /^\[(\d+):(\d\d)\](.*)$/.exec(row)!;
      const at = Math.round(now / 1000) + Number(minutes) * 60 + Number(seconds);
      lines.push(`[${Math.floor(at / 60)}:${String(at % 60).padStart(2, '0')}]${words}`);
    }
    now += 240_000;
  }
  return lines.join('\n');
}

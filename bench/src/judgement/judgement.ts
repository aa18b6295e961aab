import { checkLesson } from '@limber/core/check/check-lesson';
import type { Finding } from '@limber/core/check/finding';
import { CAREFUL, CAREFUL_LAST, CAREFUL_UNSEEN } from './careful';
import { CARELESS, CARELESS_UNSEEN } from './careless';
import { FAULTS, type Judged, type Planted } from './kit';

/** How far the checks are believed: careful lessons and careless ones whose truth is known, kind by kind. */
export function judgement(): void {
  careful('first half', CAREFUL);
  careful('second half, written after the rules', CAREFUL_UNSEEN);
  careful('the last ones, written after what those had shown was mended', CAREFUL_LAST);
  careless('first half', CARELESS);
  careless('second half, written after the rules', CARELESS_UNSEEN);
}

function careful(half: string, lessons: readonly Judged[]): void {
  let [musts, others] = [0, 0];
  const falseOnes: string[] = [];
  for (const { lesson, truth } of lessons)
    for (const finding of findingsOf(lesson)) {
      if (truth.some((one) => answers(finding, one))) continue;
      if (finding.severity === 'must') musts += 1;
      else if (finding.severity === 'should') others += 1;
      else continue;
      falseOnes.push(`  ${lesson.id} ${finding.severity} ${finding.rule} ${finding.about} ${stepIdOf(finding) ?? ''}`);
    }
  const steps = lessons.reduce((sum, { lesson }) => sum + lesson.steps.length, 0);
  print(
    `judgement, careful, ${half} · ${lessons.length} lessons of ${steps} steps · false musts ${musts}, false shoulds ${others}`,
  );
  for (const one of falseOnes) print(one);
}

function careless(half: string, lessons: readonly Judged[]): void {
  let [planted, found] = [0, 0];
  const byFault = new Map<string, [found: number, planted: number]>();
  const missed: string[] = [];
  for (const { lesson, truth } of lessons) {
    const findings = findingsOf(lesson);
    for (const one of truth) {
      const [before, all] = byFault.get(one.fault) ?? [0, 0];
      const is = findings.some((finding) => answers(finding, one));
      byFault.set(one.fault, [before + (is ? 1 : 0), all + 1]);
      planted += 1;
      if (is) found += 1;
      else missed.push(`  missed: ${lesson.id} ${one.at ?? 'the whole'}: ${one.fault}`);
    }
  }
  print(`judgement, careless, ${half} · ${lessons.length} lessons · ${found} of ${planted} faults found`);
  for (const [fault, [is, all]] of [...byFault].sort()) print(`  ${fault}: ${is} of ${all}`);
  for (const one of missed) print(one);
}

function findingsOf(lesson: Judged['lesson']): readonly Finding[] {
  return checkLesson(lesson);
}

function stepIdOf({ place }: Finding): string | null {
  return 'stepId' in place ? place.stepId : null;
}

/** Whether a finding tells of a fault, at its step or, of the whole, anywhere. */
function answers(finding: Finding, { at, fault }: Planted): boolean {
  const rules: readonly string[] = FAULTS[fault];
  const name = finding.rule === 'caution' ? `caution ${finding.about}` : finding.rule;
  return rules.includes(name) && (at === null || stepIdOf(finding) === at);
}

function print(line: string): void {
  process.stdout.write(`${line}\n`);
}

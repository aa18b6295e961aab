import { isWork, type SegmentKind } from '../lesson/segment-kind';
import type { Slot } from './slots';

/** A step is left out as a whole sooner than a part of one that is done: how much each tells against it. */
const WHOLE_STEP = -2.5;
const WORK = -3;
const PART: Partial<Record<SegmentKind, number>> = {
  prep: -1.5,
  swap: -3,
  rest: -0.4,
  teach: -2.5,
  talk: -1,
  intro: -1,
  outro: -1,
};
const OTHER = -0.5;
/** What leads to work that is left out, and is there: nobody tells how a step is done, or lets hands settle, for nothing. */
const FOR_NOTHING = -4;
/** A take may show a part of the lesson only: to come from one place of the plan to any later one costs no more than this. */
const FAR = -12;

/** What it tells that something of the plan is left out. */
export class LeftOut {
  /** What leaving out all slots up to one weighs: each by itself, and steps as wholes. */
  private readonly parts: Float64Array;
  private readonly wholes: Float64Array;
  /** Of each slot, where its step begins in the plan and ends. */
  private readonly begins: readonly number[];
  private readonly ends: readonly number[];

  constructor(private readonly plan: readonly Pick<Slot, 'kind' | 'stepId'>[]) {
    const isOne = (at: number): boolean => plan[at]?.stepId != null && plan[at]?.stepId === plan[at - 1]?.stepId;
    this.parts = new Float64Array(plan.length + 1);
    this.wholes = new Float64Array(plan.length + 1);
    const begins: number[] = [];
    plan.forEach(({ kind, stepId }, at) => {
      const part = isWork(kind) ? WORK : (PART[kind] ?? OTHER);
      begins.push(isOne(at) ? begins[at - 1]! : at);
      this.parts[at + 1] = this.parts[at]! + part;
      this.wholes[at + 1] = this.wholes[at]! + (stepId === null ? part : isOne(at) ? 0 : WHOLE_STEP);
    });
    this.begins = begins;
    this.ends = plan.map((_, at) => {
      const next = begins.findIndex((begin) => begin > at);
      return next < 0 ? plan.length : next;
    });
  }

  /**
   * What it tells that nothing comes between two slots of the plan.
   *
   * @param last −1 for what the plan begins with.
   * @param slot a later one, or as many as there are for what it ends with.
   */
  between(last: number, slot: number): number {
    const rest = Math.min(slot, this.ends[last] ?? 0);
    const begun = Math.max(rest, this.begins[slot] ?? this.plan.length);
    const parts = this.parts[rest]! - this.parts[last + 1]! + this.parts[slot]! - this.parts[begun]!;
    const wholes = this.wholes[begun]! - this.wholes[rest]!;
    return Math.max(FAR, parts + wholes) + this.forNothing(last, rest);
  }

  /** What it tells that something earlier comes after a slot: within its step it is begun anew, else its work is left out. */
  goingBack(last: number, slot: number): number {
    return slot < this.begins[last]! ? this.forNothing(last, this.ends[last]!) : 0;
  }

  private forNothing(last: number, rest: number): number {
    return this.isForNothing(last, rest) ? FOR_NOTHING : 0;
  }

  private isForNothing(last: number, rest: number): boolean {
    const one = this.plan[last];
    if (!one || one.stepId === null || isWork(one.kind)) return false;
    for (let at = last + 1; at < rest; at++) if (isWork(this.plan[at]!.kind)) return true;
    return false;
  }
}

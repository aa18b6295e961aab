import type { Told } from '../shell/work-queue';
import type { Asked } from './plan-questions';
import { PlanWork } from './plan-work';

/** A worker that answers when the test says so. */
class SlowWorker {
  static readonly made: SlowWorker[] = [];
  readonly asked: Asked[] = [];
  ended = false;
  onmessage: ((event: { data: Told }) => void) | null = null;
  onerror: (() => void) | null = null;

  constructor() {
    SlowWorker.made.push(this);
  }

  postMessage(asked: Asked): void {
    this.asked.push(asked);
  }

  terminate(): void {
    this.ended = true;
  }

  answer(done: unknown): void {
    this.onmessage!({ data: { id: this.asked.at(-1)!.id, done } });
  }
}

describe('the planning worker', () => {
  const real = window.Worker;
  let work: PlanWork;
  beforeEach(() => {
    SlowWorker.made.length = 0;
    (window as { Worker: unknown }).Worker = SlowWorker;
    work = new PlanWork();
  });
  afterEach(() => (window.Worker = real));

  const read = (text: string, heard: unknown[]) =>
    work.run({ kind: 'read', text, said: [] }).subscribe(({ done }) => done && heard.push(done));
  const order = (heard: unknown[]) =>
    work.run({ kind: 'order', lesson: {} as never }).subscribe(({ done }) => done && heard.push(done));

  it('is one, kept from question to question, which it answers in turn', () => {
    const heard: unknown[] = [];
    read('one', heard);
    read('two', heard);
    const [worker] = SlowWorker.made;
    expect(worker!.asked.length).toBe(1);
    worker!.answer('first');
    expect(worker!.asked.length).toBe(2);
    worker!.answer('second');
    read('three', heard);
    worker!.answer('third');
    expect(heard).toEqual(['first', 'second', 'third']);
    expect([SlowWorker.made.length, worker!.ended]).toEqual([1, false]);
  });

  it('is broken off for long work that nobody waits for, and a new one takes up what waits', () => {
    const heard: unknown[] = [];
    const search = order(heard);
    read('after', heard);
    search.unsubscribe();
    const [first, second] = SlowWorker.made;
    expect([first!.ended, second!.asked.map((one) => one.kind)]).toEqual([true, ['read']]);
    second!.answer('done');
    expect(heard).toEqual(['done']);
  });

  it('forgets a question that was taken back before its turn, and one that ends by itself is let end', () => {
    const heard: unknown[] = [];
    const running = read('one', heard);
    const waiting = read('two', heard);
    waiting.unsubscribe();
    running.unsubscribe();
    read('three', heard);
    const [worker] = SlowWorker.made;
    worker!.answer('nobody hears it');
    expect(worker!.asked.map((one) => (one as { text: string }).text)).toEqual(['one', 'three']);
    worker!.answer('heard');
    expect(heard).toEqual(['heard']);
    expect(SlowWorker.made.length).toBe(1);
  });

  it('tells a failure in words and goes on with the next question', () => {
    const [failures, heard]: [string[], unknown[]] = [[], []];
    work.run({ kind: 'read', text: '', said: [] }).subscribe({ error: (error: Error) => failures.push(error.message) });
    read('next', heard);
    SlowWorker.made[0]!.onerror!();
    expect(failures[0]).toContain('could not be computed');
    SlowWorker.made[1]!.answer('done');
    expect(heard).toEqual(['done']);
  });
});

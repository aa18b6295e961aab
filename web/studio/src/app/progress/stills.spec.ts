import { provideZonelessChangeDetection } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { Subject } from 'rxjs';
import type { Job } from '@limber/core/api/media';
import { Api } from '../api/http';
import { Stream } from '../api/stream';
import { Stills } from './stills';

describe('stills', () => {
  const jobs = new Subject<Pick<Job, 'kind' | 'ownerId' | 'state'>>();
  const opened = new Subject<void>();
  /** What the server has, and what it was asked for. */
  let there: Set<number>;
  let asked: number[][];
  let stills: Stills;
  const openJob = { state: 'running' };
  beforeEach(() => {
    jasmine.clock().install();
    there = new Set();
    asked = [];
    const ask = (_: unknown, { body: { atMs } }: { body: { atMs: number[] } }): Promise<unknown> => {
      asked.push(atMs);
      const taken = atMs.filter((ms) => there.has(ms));
      return Promise.resolve({ atMs: taken, job: taken.length < atMs.length ? openJob : null });
    };
    TestBed.configureTestingModule({
      providers: [
        provideZonelessChangeDetection(),
        { provide: Api, useValue: { ask } },
        { provide: Stream, useValue: { jobs, opened } },
      ],
    });
    stills = TestBed.inject(Stills);
  });
  afterEach(() => jasmine.clock().uninstall());

  async function later(ms: number): Promise<void> {
    jasmine.clock().tick(ms);
    for (let i = 0; i < 5; i++) await Promise.resolve();
  }

  it('are asked for together, once, and appear when they were taken', async () => {
    stills.want('m', [100, 200]);
    stills.want('m', [200, 300]);
    await later(200);
    expect(asked).toEqual([[100, 200, 300]]);
    expect(stills.url('m', 100)).toBeNull();
    there = new Set([100, 200, 300]);
    await later(1000);
    expect(stills.url('m', 100)).toBe('/api/media/m/stills/100');
    await later(10_000);
    stills.want('m', [100]);
    await later(10_000);
    expect(asked.length).toBe(2);
  });

  it('that are looked at now come first, and no more at once than the server takes', async () => {
    stills.want(
      'm',
      Array.from({ length: 200 }, (_, i) => i * 100),
    );
    stills.want('m', [0]);
    await later(200);
    expect(asked[0]!.length).toBe(96);
    expect(asked[0]!.at(-1)).toBe(0);
    expect(asked[0]).not.toContain(100);
  });

  it('that could not be taken are asked for no more, until somebody looks again', async () => {
    stills.want('m', [100]);
    await later(200);
    jobs.next({ kind: 'stills', ownerId: 'm', state: 'failed' });
    await later(10_000);
    expect(asked.length).toBe(1);
    stills.want('m', [100]);
    await later(200);
    expect(asked.length).toBe(2);
  });

  it('are asked for again when the line to the server is back', async () => {
    stills.want('m', [100]);
    await later(200);
    const before = asked.length;
    opened.next();
    await later(900);
    expect(asked.length).toBeGreaterThan(before);
  });
});

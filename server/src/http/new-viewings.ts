import type { DataSource } from 'typeorm';

/** How many viewings may begin through one link in a minute: a hall full of people, and not a program's millions. */
const MOST_A_MINUTE = 1000;
const MINUTE_MS = 60_000;
/** Viewings that are remembered as begun, so that the database is asked once for each. */
const REMEMBERED = 20_000;

/** Limits new viewing ids by link: whoever draws new ids gets round every limit that goes by viewing. */
export class NewViewings {
  private readonly known = new Set<string>();
  private readonly begun = new Map<string, { sinceMs: number; count: number }>();

  constructor(
    private readonly database: Pick<DataSource, 'query'>,
    private readonly now: () => number = Date.now,
  ) {}

  /** Whether a viewing may be written to: it is there already, or one more may begin through its link. */
  async admit(token: string, viewingId: string): Promise<boolean> {
    if (this.known.has(viewingId)) return true;
    const there = await this.database.query<unknown[]>('SELECT 1 FROM viewings WHERE id = $1', [viewingId]);
    if (there.length === 0 && !this.mayBegin(token)) return false;
    if (this.known.size >= REMEMBERED) this.known.clear();
    this.known.add(viewingId);
    return true;
  }

  private mayBegin(token: string): boolean {
    const nowMs = this.now();
    let minute = this.begun.get(token);
    if (!minute || nowMs - minute.sinceMs >= MINUTE_MS) {
      if (this.begun.size >= REMEMBERED) this.begun.clear();
      minute = { sinceMs: nowMs, count: 0 };
      this.begun.set(token, minute);
    }
    minute.count += 1;
    return minute.count <= MOST_A_MINUTE;
  }
}

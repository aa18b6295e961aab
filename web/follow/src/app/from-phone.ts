import { ChangeDetectionStrategy, Component, computed, signal } from '@angular/core';
import { Upload } from 'tus-js-client';
import { parseJson } from '@limber/core/format/parse-json';
import { size } from '@limber/core/format/size';
import { fingerprint, mayRetry, refusalIn, startOrGoOn, statusOf, WHOLE_FILE } from '@shared/resumable';
import { wordsOf } from '@shared/words-of';
import { CodeEntry, codeInAddress } from './code-entry';
import { allowed, join } from './near.api';

/** Kept until the studio expects this telephone no more: a film may be sent the morning after. */
const KEPT = 'limber.from-phone';
/** What has arrived from here lately, so that nothing is sent twice unasked. */
const THERE = 'limber.from-phone.there';
const THERE_MOST = 200;

/** What the studio said when this telephone came in. */
interface Entry {
  readonly token: string;
  readonly lessonId: string;
  readonly lesson: string;
}

interface Film {
  readonly key: string;
  readonly name: string;
  readonly bytes: number;
  readonly sent: number;
  readonly state: 'sending' | 'broken' | 'stopped' | 'refused' | 'there';
  readonly words: string;
  /** Of what had arrived before: what would be sent once more. */
  readonly again: File | null;
}

/** Films of a telephone's own camera on their way to a lesson: they go on where they broke off. No account. */
@Component({
  selector: 'lc-root',
  imports: [CodeEntry],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './from-phone.html',
  styleUrls: ['./near.css', './from-phone.css'],
})
export class FromPhone {
  protected readonly entry = signal<Entry | null>(keptEntry());
  protected readonly films = signal<readonly Film[]>([]);
  protected readonly trouble = signal('');
  protected readonly joining = signal(false);
  protected readonly size = size;
  protected readonly sending = computed(() =>
    this.films().some(({ state }) => state === 'sending' || state === 'broken'),
  );
  private readonly uploads = new Map<string, Upload>();

  constructor() {
    const code = codeInAddress();
    if (code) void this.join(code);
    addEventListener('beforeunload', (event) => {
      if (this.sending()) event.preventDefault();
    });
    document.addEventListener('visibilitychange', () => void this.keepAwake());
  }

  protected async join(code: string): Promise<void> {
    this.joining.set(true);
    this.trouble.set('');
    try {
      const { token, lessonId, lesson } = await join('from-phone', code);
      const before = this.entry();
      this.entry.set({ token: token!, lessonId: lessonId!, lesson: lesson! });
      localStorage.setItem(KEPT, JSON.stringify(this.entry()));
      // Films of this lesson that broke off when the studio expected it no more.
      if (before === null || before.lessonId === lessonId)
        for (const one of this.films()) if (one.state === 'stopped') this.goOn(one.key);
    } catch (error) {
      // Whoever is in already stays in.
      this.trouble.set(wordsOf(error));
    } finally {
      this.joining.set(false);
    }
  }

  protected chosen(field: HTMLInputElement): void {
    for (const file of field.files ?? []) void this.bring(file);
    field.value = '';
  }

  protected async bring(file: File, again = false): Promise<void> {
    const { lessonId } = this.entry()!;
    const key = `${file.name}/${file.size}/${file.lastModified}`;
    if (!again && this.films().some((one) => one.key === key && one.state !== 'refused')) return;
    const there = !again && keptThere().includes(`${lessonId}/${key}`);
    const film: Film = {
      ...{ key, name: file.name, bytes: file.size, sent: 0, words: '' },
      ...{ state: there ? 'there' : 'sending', again: there ? file : null },
    };
    this.films.update((all) => [...all.filter((one) => one.key !== key), film]);
    if (there) return;
    const upload = new Upload(file, {
      ...WHOLE_FILE,
      endpoint: '/api/uploads',
      metadata: { filename: file.name, filetype: file.type, lessonId, from: 'phone' },
      fingerprint: fingerprint(lessonId, 'phone', key),
      removeFingerprintOnSuccess: true,
      // Asked for anew each time: it may have come in by another code since.
      onBeforeRequest: (request) => {
        for (const [name, value] of Object.entries(allowed(this.entry()?.token ?? ''))) request.setHeader(name, value);
      },
      onProgress: (sent) => this.set(key, { sent, state: 'sending', words: '' }),
      onShouldRetry: (error) => {
        if (!mayRetry(error)) return false;
        this.set(key, { state: 'broken', words: $localize`The studio cannot be reached just now. Trying again …` });
        return true;
      },
      onError: (error) => this.failed(key, error),
      onSuccess: () => {
        this.set(key, { sent: file.size, state: 'there', words: '' });
        const others = keptThere().filter((one) => one !== `${lessonId}/${key}`);
        localStorage.setItem(THERE, JSON.stringify([...others, `${lessonId}/${key}`].slice(-THERE_MOST)));
      },
    });
    this.uploads.set(key, upload);
    void this.keepAwake();
    await startOrGoOn(upload);
  }

  protected goOn(key: string): void {
    this.set(key, { state: 'sending', words: '' });
    this.uploads.get(key)?.start();
    void this.keepAwake();
  }

  private failed(key: string, error: Error): void {
    const refused = refusalIn(error);
    if (statusOf(error) === 401) {
      this.set(key, { state: 'stopped', words: '' });
      localStorage.removeItem(KEPT);
      this.entry.set(null);
      this.trouble.set(refused ?? '');
    } else if (refused) this.set(key, { state: 'refused', words: refused });
    else
      this.set(key, {
        state: 'stopped',
        words: $localize`The studio could not be reached. What was sent is kept there: go on when it is back.`,
      });
  }

  private set(key: string, change: Partial<Film>): void {
    this.films.update((all) => all.map((one) => (one.key === key ? { ...one, ...change } : one)));
  }

  /** A telephone that sleeps sends nothing. Browsers keep one awake on secure addresses alone. */
  private async keepAwake(): Promise<void> {
    if (this.sending() && document.visibilityState === 'visible' && 'wakeLock' in navigator)
      await navigator.wakeLock.request('screen').catch(() => undefined);
  }
}

function keptEntry(): Entry | null {
  const kept = parseJson(localStorage.getItem(KEPT) ?? '') as Partial<Entry> | null;
  return typeof kept?.token === 'string' && typeof kept.lessonId === 'string' && typeof kept.lesson === 'string'
    ? { token: kept.token, lessonId: kept.lessonId, lesson: kept.lesson }
    : null;
}

function keptThere(): string[] {
  const kept = parseJson(localStorage.getItem(THERE) ?? '');
  return Array.isArray(kept) ? kept.map(String) : [];
}

import { Deck } from './deck';

/** A film whose events come when the test says so. */
class Film extends EventTarget {
  readyState = HTMLMediaElement.HAVE_NOTHING as number;
  seeking = false;
  error: MediaError | null = null;
  preservesPitch = false;
  src = '';
  poster = '';
  private at = 0;
  getAttribute(): string {
    return this.src;
  }
  get currentTime(): number {
    return this.at;
  }
  set currentTime(at: number) {
    [this.at, this.seeking] = [at, true];
    this.readyState = HTMLMediaElement.HAVE_METADATA;
  }
  tell(event: string, readyState = this.readyState, seeking = this.seeking): void {
    [this.readyState, this.seeking] = [readyState, seeking];
    this.dispatchEvent(new Event(event));
  }
}

const stretch = { takeId: 'a', startMs: 0, endMs: 9000, fromMs: 0, toMs: 9000 } as never;
const { HAVE_METADATA, HAVE_CURRENT_DATA } = HTMLMediaElement;

describe('a deck', () => {
  let film: Film;
  let ready: (boolean | string)[];
  const cue = (takeMs: number): void =>
    void deck.cue('film.mp4', '', stretch, takeMs).then(
      (was) => ready.push(was),
      (error: Error) => ready.push(error.message),
    );
  const soon = (): Promise<void> => new Promise((done) => setTimeout(done));
  let deck: Deck;
  beforeEach(() => {
    film = new Film();
    deck = new Deck(film as unknown as HTMLVideoElement);
    ready = [];
  });

  it('is ready when the last place that was asked for is up, whatever was told of the ones before', async () => {
    cue(1000);
    film.tell('loadedmetadata', HAVE_METADATA);
    await soon();
    cue(2000);
    cue(3000);
    // The place before was reached just as the next was asked for.
    film.tell('seeked');
    await soon();
    expect(ready).toEqual([false, false]);
    // Its first picture has been there: nothing tells of a first one again.
    film.tell('seeked', HAVE_CURRENT_DATA, false);
    await soon();
    expect(ready).toEqual([false, false, true]);
    expect(film.currentTime).toBeCloseTo(3.001, 6);
  });

  it('waits for its picture, where a place is reached before it', async () => {
    cue(0);
    film.tell('loadedmetadata', HAVE_METADATA);
    await soon();
    film.tell('seeked', HAVE_METADATA, false);
    await soon();
    expect(ready).toEqual([]);
    film.tell('canplay', HAVE_CURRENT_DATA);
    await soon();
    expect(ready).toEqual([true]);
  });

  it('says that a film cannot be played', async () => {
    cue(0);
    film.error = { message: 'torn' } as MediaError;
    film.tell('error');
    await soon();
    expect(ready).toEqual(['torn']);
  });
});

import { usualOf } from './usual';

describe('what is usual', () => {
  const lesson = (opening: string, closing: string, targetMs: number | null) => ({ opening, closing, targetMs });

  it('is what most lessons have, else what the newest has', () => {
    const lessons = [lesson('New.', 'Bye.', 300_000), lesson('Old.', '', 420_000), lesson(' Old. ', 'Ciao.', 420_000)];
    expect(usualOf(lessons)).toEqual({ opening: 'Old.', closing: 'Bye.', targetMs: 420_000 });
  });

  it('is nothing where there is nothing', () => {
    expect(usualOf([])).toEqual({ opening: '', closing: '', targetMs: null });
    expect(usualOf([lesson('', ' ', null)])).toEqual({ opening: '', closing: '', targetMs: null });
  });
});

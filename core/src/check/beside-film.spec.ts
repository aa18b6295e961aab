import { isBesideFilm } from './beside-film';

describe('where the film is public and stays as it is', () => {
  const work = { on: 'plan', stepId: 'a', part: 'dose' } as const;
  const repair = (change: object) => [{ label: 'Mend it', change: change as never }];

  it('what stands beside it can be mended still', () => {
    expect(isBesideFilm({ place: { on: 'plan', stepId: null, part: 'description' }, repairs: [] })).toBe(true);
    expect(isBesideFilm({ place: { on: 'plan', stepId: null, part: 'title', words: 'cures' }, repairs: [] })).toBe(
      true,
    );
    const caption = { kind: 'set_override', override: { key: 'p|s|caption|0', text: 'Eight (6 here).' } };
    expect(isBesideFilm({ place: work, repairs: repair(caption) })).toBe(true);
  });

  it('what is in it cannot: neither what is said and done, nor a count that was drawn into it', () => {
    const dose = { kind: 'set_step', stepId: 'a', field: 'dose', value: 6 };
    const count = { kind: 'set_override', override: { key: 'p|s|count|3', hidden: true } };
    for (const change of [dose, count, { kind: 'batch', changes: [count, dose] }])
      expect(isBesideFilm({ place: work, repairs: repair(change) })).toBe(false);
    expect(isBesideFilm({ place: work, repairs: [{ label: 'Film it again', change: null }] })).toBe(false);
    expect(isBesideFilm({ place: { on: 'plan', stepId: null, part: 'opening' }, repairs: [] })).toBe(false);
  });
});

import { readHeard } from './words';

describe('what a recogniser wrote', () => {
  it('becomes lines without a pause, each where it was heard', () => {
    const written = [
      '0 S 0 T -10 A -9 L -1 0 -4 -5 <s> 6 -1 -1 flat 40 -1 -1 fingers(2) 85 -1 -1 <sil> 90 -1 -1 in 98 -1 -1 the 120 -1 -1 <sil> 150 -1 -1 hollows 190 -1 -1 </s> 200',
      '1 S 0 T -10 A -9 L -1 0 -4 -5 <s> 30 -1 -1 [NOISE] 60 -1 -1 </s> 70',
      '',
    ].join('\n');
    expect(readHeard(written, [1000, 5000])).toEqual([
      // A short pause is between any two words.
      { startMs: 1060, endMs: 2200, text: 'flat fingers in the' },
      { startMs: 2500, endMs: 2900, text: 'hollows' },
    ]);
  });

  it('is nothing where it cannot be read, or is of no stretch', () => {
    expect(readHeard('', [])).toEqual([]);
    expect(readHeard('nonsense\n7 S 0 T -1 A -1 L -1 0 -1 -1 press 40', [1000])).toEqual([]);
  });
});

import fc from 'fast-check';
import { CsvError, parseCsv, writeCsv } from './csv';

const cells = (text: string): string[][] => parseCsv(text).map((row) => row.cells);

// RFC 4180, section 2, rule by rule.
describe('a table', () => {
  it('has a line for each record, and may or may not end its last one', () => {
    expect(cells('aaa,bbb,ccc\r\nzzz,yyy,xxx\r\n')).toEqual([
      ['aaa', 'bbb', 'ccc'],
      ['zzz', 'yyy', 'xxx'],
    ]);
    expect(cells('aaa,bbb,ccc\r\nzzz,yyy,xxx')).toEqual([
      ['aaa', 'bbb', 'ccc'],
      ['zzz', 'yyy', 'xxx'],
    ]);
  });

  it('keeps blanks as part of a field', () => {
    expect(cells('aaa, bbb ,ccc')).toEqual([['aaa', ' bbb ', 'ccc']]);
  });

  it('may have fields in quotes, with line breaks, commas and doubled quotes in them', () => {
    expect(cells('"aaa","bbb","ccc"\r\nzzz,yyy,xxx')).toEqual([
      ['aaa', 'bbb', 'ccc'],
      ['zzz', 'yyy', 'xxx'],
    ]);
    expect(cells('"aaa","b\r\nbb","ccc"\r\nzzz,yyy,xxx')).toEqual([
      ['aaa', 'b\r\nbb', 'ccc'],
      ['zzz', 'yyy', 'xxx'],
    ]);
    expect(cells('"aaa","b""bb","c,c"')).toEqual([['aaa', 'b"bb', 'c,c']]);
  });

  it('whose quotes do not go together is told by its line, and read as no other table', () => {
    const lineOf = (text: string): number | null => {
      try {
        parseCsv(text);
        return null;
      } catch (error) {
        return error instanceof CsvError ? error.line : -1;
      }
    };
    expect(lineOf('name,way\n"Slip"way,down')).toBe(2);
    expect(lineOf('a,b\r\n"x\r\ny",c\r\n"d')).toBe(4);
    expect(lineOf('a,b\r\n"x\r\ny",c\r\n"d"')).toBeNull();
  });

  it('tells the line that each record begins in', () => {
    expect(parseCsv('a\n"b\nc"\n\nd').map((row) => row.line)).toEqual([1, 2, 5]);
  });

  it('of a spreadsheet may have semicolons or tabs, and lines that end now so, now so', () => {
    expect(cells('name;dose\r\nSlipway;"5; slowly"')).toEqual([
      ['name', 'dose'],
      ['Slipway', '5; slowly'],
    ]);
    expect(cells('name\tdose\nSlipway\t5')).toEqual([
      ['name', 'dose'],
      ['Slipway', '5'],
    ]);
    expect(cells('"na;me",dose\nSlip;way,5')).toEqual([
      ['na;me', 'dose'],
      ['Slip;way', '5'],
    ]);
    expect(cells('a,b\r\nc,d\ne,"f"\r\n')).toEqual([
      ['a', 'b'],
      ['c', 'd'],
      ['e', 'f'],
    ]);
  });

  it('is read as it was written, whatever is in it', () => {
    const cell = fc.string({ unit: fc.constantFrom('a', ' ', ',', '"', '\n', '\r\n', ';', '=', "'", 'ø', '顔') });
    const row = fc.array(cell, { minLength: 2, maxLength: 4 }).filter((one) => one.some((each) => each !== ''));
    fc.assert(
      fc.property(fc.array(row, { minLength: 1, maxLength: 5 }), (rows) => {
        // An apostrophe before a sign of formulas is taken for one that made the cell harmless.
        const plain = rows.map((one) => one.map((each) => each.replace(/^'+(?=[=\r])/, '')));
        expect(cells(writeCsv(plain))).toEqual(plain);
      }),
      { numRuns: 400 },
    );
  });
});

import { fontRuns, needsOthers, withoutPictures } from './fonts';

describe('the fonts of a line', () => {
  it('change where the script does; spaces and signs stay with what stands before them', () => {
    const runs = (line: string) => fontRuns(line, 'text').map((run) => run.text);
    expect(runs('Čelist, Kiefer, mâchoire')).toEqual(['Čelist, Kiefer, mâchoire']);
    expect(runs('Jaw 顎 left')).toEqual(['Jaw ', '顎 ', 'left']);
    expect(runs('שלום jaw')).toEqual(['שלום ', 'jaw']);
    expect(runs('Щека')).toEqual(['Щека']);
  });

  it('are named as their own name tables call them', () => {
    const families = ['1', 'ア', 'ש', 'س', 'Щ'].map((sign) => fontRuns(sign, 'text')[0]!.face.family);
    expect(new Set(families).size).toBe(5);
    expect(families[0]).toBe('Atkinson Hyperlegible Next SemiBold');
    expect(fontRuns('1', 'head')[0]!.face.family).toContain('Bricolage Grotesque');
  });

  it('are others than usual for some scripts only', () => {
    for (const line of ['Čelist 3 of 5', '', '— … ½']) expect(needsOthers(line, 'head')).withContext(line).toBe(false);
    for (const line of ['顎', 'jaw, שלום', 'Щека']) expect(needsOthers(line, 'text')).withContext(line).toBe(true);
  });

  it('have no pictures: those are left out, with the space that they leave', () => {
    expect(withoutPictures('Slow 🙂 now')).toBe('Slow now');
    expect(withoutPictures('Smile 👩🏽‍🦱!')).toBe('Smile!');
    expect(withoutPictures('Jaw ©')).toBe('Jaw ©');
    expect(withoutPictures('1, 2 and #3')).toBe('1, 2 and #3');
    expect(withoutPictures('🙂')).toBe('');
  });
});

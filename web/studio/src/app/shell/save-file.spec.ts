import { fileName, saveFile } from './save-file';

describe('a file that is saved', () => {
  it('is named after its title, in letters that every system takes', () => {
    expect(fileName('Before the early bulletin')).toBe('Before-the-early-bulletin');
    expect(fileName('  Überfahrt: 6/7? ')).toBe('Überfahrt-6-7');
    expect(fileName('???')).toBe('lesson');
  });

  it('holds the text', async () => {
    let saved: Blob | undefined;
    spyOn(URL, 'createObjectURL').and.callFake((blob) => {
      saved = blob as Blob;
      return 'blob:none';
    });
    const click = spyOn(HTMLAnchorElement.prototype, 'click').and.stub();
    saveFile('Library', 'csv', 'a,b\r\n');
    expect(click).toHaveBeenCalledTimes(1);
    expect((click.calls.mostRecent().object as HTMLAnchorElement).download).toBe('Library.csv');
    expect(await saved!.text()).toBe('a,b\r\n');
    expect(saved!.type).toBe('text/csv');
  });
});

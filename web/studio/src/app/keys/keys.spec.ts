import { DestroyRef } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { keyName, Keys } from './keys';

describe('the names of keys', () => {
  it('are those on the keyboard', () => {
    expect(
      ['mod+arrowdown', 'shift+arrowright', 'delete', 'a', '?', '+', 'shift++'].map((key) => keyName(key, false)),
    ).toEqual(['Ctrl ↓', 'Shift →', 'Delete', 'A', '?', '+', 'Shift +']);
    expect(keyName('mod+shift+z', true)).toBe('⌘ Shift Z');
  });
});

describe('the keys of a screen', () => {
  it('are told together where they do the same, one after the other', () => {
    const keys = TestBed.inject(Keys);
    let close = (): void => undefined;
    const opened = { onDestroy: (then: () => void) => (close = then) } as unknown as DestroyRef;
    const key = (name: string, does: string) => ({ key: name, does, run: () => undefined });
    keys.use([key('1', 'So many'), key('2', 'So many'), key('f8', 'More'), key('9', 'So many')], opened);
    expect(keys.told.slice(0, 3)).toEqual([
      { names: ['1', '2'], does: 'So many', letter: true },
      { names: ['F8'], does: 'More', letter: false },
      { names: ['9'], does: 'So many', letter: true },
    ]);
    close();
  });

  const press = (on: HTMLElement, key: string, more: KeyboardEventInit = {}): void => {
    on.dispatchEvent(new KeyboardEvent('keydown', { key, bubbles: true, cancelable: true, ...more }));
  };

  it('run while it is open, and not while somebody types', () => {
    const keys = TestBed.inject(Keys);
    let close = (): void => undefined;
    const opened = { onDestroy: (then: () => void) => (close = then) } as unknown as DestroyRef;
    const ran: string[] = [];
    keys.use(
      [
        { key: 'a', does: 'Add', run: () => ran.push('add') },
        { key: 'mod+z', does: 'Undo', always: true, run: () => ran.push('undo') },
      ],
      opened,
    );
    const field = document.body.appendChild(document.createElement('input'));
    press(document.body, 'a');
    press(field, 'a');
    press(field, 'z', { ctrlKey: true });
    expect(ran).toEqual(['add', 'undo']);
    close();
    press(document.body, 'a');
    expect(ran.length).toBe(2);
    field.remove();
  });

  it('of one letter can be switched off, for good, and those with Ctrl stay', () => {
    const keys = TestBed.inject(Keys);
    const opened = { onDestroy: () => undefined } as unknown as DestroyRef;
    const ran: string[] = [];
    keys.use(
      [
        { key: 'q', does: 'One', run: () => ran.push('letter') },
        { key: 'mod+q', does: 'Two', run: () => ran.push('with Ctrl') },
        { key: 'f9', does: 'Three', when: () => ran.length > 1, run: () => ran.push('when it means something') },
      ],
      opened,
    );
    keys.setLetters(false);
    press(document.body, 'q');
    press(document.body, 'F9');
    press(document.body, 'q', { ctrlKey: true });
    expect(ran).toEqual(['with Ctrl']);
    expect(localStorage.getItem('limber.keys.letters-off')).not.toBeNull();
    keys.setLetters(true);
    press(document.body, 'q');
    press(document.body, 'F9');
    expect(ran).toEqual(['with Ctrl', 'letter', 'when it means something']);
    expect(localStorage.getItem('limber.keys.letters-off')).toBeNull();
  });
});

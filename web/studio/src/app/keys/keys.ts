import { DestroyRef, inject, Injectable, signal } from '@angular/core';

export interface Key {
  /** As `KeyboardEvent.key`, lower case; with `mod+` for Ctrl or Command and `shift+`. */
  readonly key: string;
  readonly does: string;
  readonly run: () => void;
  /** Works while a text field has the focus. */
  readonly always?: boolean;
  /** Whether it means anything just now; where not, the browser has it. */
  readonly when?: () => boolean;
}

const ARROWS: Readonly<Record<string, string>> = { arrowup: '↑', arrowdown: '↓', arrowleft: '←', arrowright: '→' };

/** A key as it is printed on the keyboard: "Ctrl ↓", "Shift →", "Delete", "A". */
export function keyName(key: string, apple = /mac|ipad|iphone/i.test(navigator.userAgent)): string {
  return key
    .split(/\+(?=.)/)
    .map((part) => (part === 'mod' ? (apple ? '⌘' : 'Ctrl') : (ARROWS[part] ?? part[0]!.toUpperCase() + part.slice(1))))
    .join(' ');
}

/** Whether a key is a single letter, figure or sign. @example isLetter('mod+d') // false */
export function isLetter(key: string): boolean {
  return key.length === 1;
}

const LETTERS_OFF = 'limber.keys.letters-off';

/**
 * The one keyboard registry: screens add their keys while they are open, and the key list shows them. Keys of one letter
 * can be switched off, for whoever speaks to the machine or presses keys by mistake (WCAG 2.2, 2.1.4).
 */
@Injectable({ providedIn: 'root' })
export class Keys {
  private readonly layers: (readonly Key[])[] = [];
  /** Whether keys of a single letter, figure or sign work. */
  readonly letters = signal(localStorage.getItem(LETTERS_OFF) === null);

  constructor() {
    addEventListener('keydown', (event) => this.onKey(event));
  }

  setLetters(on: boolean): void {
    if (on) localStorage.removeItem(LETTERS_OFF);
    else localStorage.setItem(LETTERS_OFF, 'true');
    this.letters.set(on);
  }

  /** Adds keys for as long as the calling component lives. */
  use(keys: readonly Key[], destroyRef: DestroyRef = inject(DestroyRef)): void {
    this.layers.push(keys);
    destroyRef.onDestroy(() => this.layers.splice(this.layers.indexOf(keys), 1));
  }

  /** Every key that works now, the innermost screen's first. */
  get all(): readonly Key[] {
    return [...this.layers].reverse().flat();
  }

  /** The same as they are told: keys that do the same stand together, the first and the last of them named. */
  get told(): readonly { readonly names: readonly string[]; readonly does: string; readonly letter: boolean }[] {
    const told: { names: string[]; does: string; letter: boolean }[] = [];
    for (const { key, does } of this.all) {
      const last = told[told.length - 1];
      if (last?.does === does) last.names = [last.names[0]!, keyName(key)];
      else told.push({ names: [keyName(key)], does, letter: isLetter(key) });
    }
    return told;
  }

  private onKey(event: KeyboardEvent): void {
    const target = event.target as HTMLElement;
    if (event.defaultPrevented || event.altKey || target.closest('[role=dialog]')) return;
    const typing =
      target.closest('input:not([type=checkbox]), textarea, select, [contenteditable], [role=combobox]') !== null;
    // Enter and Space belong to what they press; Space does nothing on a link, so it stays free there.
    const pressing =
      (event.key === 'Enter' && target.closest('button, a, [role=button], [role=option]') !== null) ||
      (event.key === ' ' && target.closest('button, [role=button], [role=switch]') !== null);
    const name = `${event.ctrlKey || event.metaKey ? 'mod+' : ''}${event.shiftKey && event.key.length > 1 ? 'shift+' : ''}${event.shiftKey && (event.ctrlKey || event.metaKey) && event.key.length === 1 ? 'shift+' : ''}${event.key === ' ' ? 'space' : event.key.toLowerCase()}`;
    const found = this.all.find(
      (one) =>
        one.key === name &&
        (!typing || one.always) &&
        !pressing &&
        (this.letters() || !isLetter(one.key)) &&
        one.when?.() !== false,
    );
    if (!found) return;
    event.preventDefault();
    found.run();
  }
}

import { Injectable } from '@angular/core';

const KEY = 'limber.client';
/** A page that is being reloaded lets go of its name a moment after the next one begins. */
const TRIES = 10;
const BETWEEN_TRIES_MS = 40;

/**
 * Who this tab is to the server: the same over a reload, so that one never conflicts with oneself, and another for every
 * tab. A tab that is duplicated takes its storage along, but a name is held by one living tab only.
 */
@Injectable({ providedIn: 'root' })
export class Tab {
  private readonly holds = new Map<string, Promise<boolean>>();
  readonly id: Promise<string> = this.name();

  private async name(): Promise<string> {
    const before = sessionStorage.getItem(KEY);
    for (let tries = 0; before !== null && tries < TRIES; tries++) {
      if (await this.hold(before)) return before;
      await new Promise((resolve) => setTimeout(resolve, BETWEEN_TRIES_MS));
    }
    const made = crypto.randomUUID();
    sessionStorage.setItem(KEY, made);
    await this.hold(made);
    return made;
  }

  /**
   * Takes a name for as long as this page lives; false while another tab has it. Whoever holds a name may send what was
   * kept under it.
   */
  hold(name: string): Promise<boolean> {
    const held = this.holds.get(name) ?? this.ask(name);
    this.holds.set(name, held);
    return held.then((mine) => {
      if (!mine) this.holds.delete(name);
      return mine;
    });
  }

  private ask(name: string): Promise<boolean> {
    return new Promise((resolve) => {
      void navigator.locks.request(`limber.tab.${name}`, { ifAvailable: true }, (lock) => {
        resolve(lock !== null);
        return lock ? new Promise<void>(() => undefined) : undefined;
      });
    });
  }
}

import { afterRenderEffect, ElementRef, inject } from '@angular/core';

/**
 * Scrolls to what is at hand whenever that changes; called where a component is made. In a task of its own: asked while it
 * is drawn, the page would be laid out twice, and while somebody films no task may be long.
 *
 * @param selector of it, in the component.
 * @param at which one it is; below 0 none.
 */
export function keepInSight(selector: string, at: () => number): void {
  const host = inject<ElementRef<HTMLElement>>(ElementRef).nativeElement;
  const scroll = (): void => host.querySelector(selector)?.scrollIntoView({ block: 'nearest' });
  afterRenderEffect({
    read: () => {
      if (at() >= 0) setTimeout(scroll);
    },
  });
}

import type { Entity, Shape } from './document';
import { keyOf, type Primitive } from './edit';

/** What an edit touches and what it depends on, as keys such as `steps/s3/dose`. */
export interface Keys {
  readonly touches: readonly string[];
  /** Entities that have to stay for the edit to mean what it says. */
  readonly needs: readonly string[];
}

/**
 * The keys of some primitives together.
 *
 * @example keysOf(lessonDocument, [{ do: 'set', field: 'title', value: 'Tide' }]).touches // ['title']
 */
export function keysOf(shape: Shape, primitives: readonly Primitive[]): Keys {
  const touches: string[] = [];
  const needs: string[] = [];
  const refer = (list: string, entity: Entity, of?: string): void => {
    for (const reference of shape.references)
      if (reference.list === list && (of === undefined || of === reference.field)) {
        const id = reference.idOf(entity);
        if (id !== null) needs.push(`${reference.to}/${id}`);
      }
  };
  for (const one of primitives)
    switch (one.do) {
      case 'set':
        touches.push(one.field);
        if (shape.lists[one.field]) for (const entity of one.value as Entity[]) refer(one.field, entity);
        break;
      case 'add':
      case 'put':
        touches.push(`${one.list}/${keyOf(shape, one.list, one.entity)}`);
        refer(one.list, one.entity);
        break;
      case 'remove':
        touches.push(`${one.list}/${one.id}`);
        break;
      case 'place':
        touches.push(`${one.list}/${one.id}/place`);
        break;
      case 'change':
        touches.push(`${one.list}/${one.id}/${one.field}`);
        refer(one.list, { [one.field]: one.value }, one.field);
    }
  return { touches, needs };
}

/**
 * Where two edits made on the same document stand in each other's way: they touch the same field, one the whole of what
 * the other touches a part of, or one takes out (or puts anew) what the other depends on. Null when both can be kept.
 *
 * @example clashOf({ touches: ['title'], needs: [] }, { touches: ['title'], needs: [] }) // 'title'
 */
export function clashOf(a: Keys, b: Keys): string | null {
  const others = new Set(b.touches);
  const within = new Map(b.touches.flatMap((key) => wholesOf(key).map((whole) => [whole, key])));
  for (const key of a.touches) {
    if (wholesOf(key).some((whole) => others.has(whole))) return key;
    const part = within.get(key);
    if (part !== undefined) return part;
  }
  return leansOn(a.needs, b.touches) ?? leansOn(b.needs, a.touches);
}

function leansOn(needs: readonly string[], touches: readonly string[]): string | null {
  const touched = new Set(touches);
  return needs.find((need) => wholesOf(need).some((whole) => touched.has(whole))) ?? null;
}

/** `a/b/c` → `a/b/c`, `a/b`, `a`. */
function wholesOf(key: string): string[] {
  const parts = key.split('/');
  return parts.map((_, i) => parts.slice(0, parts.length - i).join('/'));
}

import type { Entity, Fields, Shape } from './document';

/** A change that does not fit the document it is applied to: what it names is gone, or there already. */
export class ChangeError extends Error {
  override readonly name = 'ChangeError';
}

/**
 * What every change of every document comes down to. A document's own changes carry the names of its field; this is the
 * small set of moves that they stand for.
 */
export type Primitive =
  | { readonly do: 'set'; readonly field: string; readonly value: unknown }
  /** Without `after` at the end, or where the list's own order puts it; `null` puts it first. */
  | { readonly do: 'add'; readonly list: string; readonly entity: Entity; readonly after?: string | null }
  /** Takes out an entity, and what refers to it. */
  | { readonly do: 'remove'; readonly list: string; readonly id: string }
  | { readonly do: 'place'; readonly list: string; readonly id: string; readonly after: string | null }
  /** Adds an entity, or puts it in the place of the one of the same id. */
  | { readonly do: 'put'; readonly list: string; readonly entity: Entity }
  | {
      readonly do: 'change';
      readonly list: string;
      readonly id: string;
      readonly field: string;
      readonly value: unknown;
    };

/**
 * Applies a primitive. Pure: the document given is left as it is, and what is untouched is shared.
 *
 * @throws ChangeError when it names something that is not there (or adds what is).
 * @example apply(lessonDocument, lesson, { do: 'set', field: 'title', value: 'Tide' }).title // 'Tide'
 */
export function apply<T>(shape: Shape, doc: T, primitive: Primitive): T {
  const fields = doc as Fields;
  switch (primitive.do) {
    case 'set': {
      if (shape.lists[primitive.field])
        for (const entity of primitive.value as Entity[]) mustRefer(shape, fields, primitive.field, entity);
      return { ...fields, [primitive.field]: primitive.value } as T;
    }
    case 'add': {
      const { list, entity, after } = primitive;
      if (indexOf(shape, fields, list, keyOf(shape, list, entity)) >= 0)
        throw new ChangeError('This is in it already.');
      mustRefer(shape, fields, list, entity);
      return withList(fields, list, insert(shape, listOf(fields, list), list, entity, after));
    }
    case 'remove': {
      const gone = goesAlong(shape, fields, primitive.list, find(shape, fields, primitive.list, primitive.id));
      const left: Record<string, unknown> = { ...fields };
      for (const [list, entities] of gone) left[list] = listOf(fields, list).filter((one) => !entities.has(one));
      return left as T;
    }
    case 'place': {
      const { list, id, after } = primitive;
      const entity = find(shape, fields, list, id);
      const others = listOf(fields, list).filter((one) => one !== entity);
      return withList(fields, list, insert(shape, others, list, entity, after));
    }
    case 'put': {
      const { list, entity } = primitive;
      mustRefer(shape, fields, list, entity);
      const at = indexOf(shape, fields, list, keyOf(shape, list, entity));
      if (at < 0) return withList(fields, list, insert(shape, listOf(fields, list), list, entity));
      return withList(fields, list, listOf(fields, list).with(at, entity));
    }
    case 'change': {
      const { list, id, field, value } = primitive;
      const before = find(shape, fields, list, id);
      const entity = { ...before, [field]: value };
      mustRefer(shape, fields, list, entity);
      const entities = listOf(fields, list);
      const order = shape.lists[list]!.order;
      if (!order || order(before, entity) === 0)
        return withList(fields, list, entities.with(entities.indexOf(before), entity));
      const others = entities.filter((one) => one !== before);
      return withList(fields, list, insert(shape, others, list, entity));
    }
  }
}

/**
 * What takes a primitive back, computed from the document **before** it: applied in order to the document after it,
 * they restore the one before exactly.
 *
 * @throws ChangeError as {@link apply} does.
 * @example inverse(lessonDocument, lesson, { do: 'set', field: 'title', value: 'Tide' }) // [{ do: 'set', field: 'title', value: 'Ebb' }]
 */
export function inverse(shape: Shape, doc: unknown, primitive: Primitive): Primitive[] {
  const fields = doc as Fields;
  switch (primitive.do) {
    case 'set':
      return [{ ...primitive, value: fields[primitive.field] }];
    case 'add': {
      const id = keyOf(shape, primitive.list, primitive.entity);
      // What named it before it was there would go along with it, and stays.
      const waiting = shape.references
        .filter((reference) => reference.to === primitive.list && reference.loose)
        .flatMap(({ list, idOf }) =>
          listOf(fields, list)
            .filter((one) => idOf(one) === id)
            .map((entity): Primitive => ({ do: 'put', list, entity })),
        );
      return [{ do: 'remove', list: primitive.list, id }, ...waiting];
    }
    case 'remove': {
      const gone = goesAlong(shape, fields, primitive.list, find(shape, fields, primitive.list, primitive.id));
      // What is referred to comes back before what refers to it; each after the one that stood before it.
      return [...gone].flatMap(([list, entities]) =>
        listOf(fields, list).flatMap((entity, at): Primitive[] => {
          if (!entities.has(entity)) return [];
          return [{ do: 'add', list, entity, ...(shape.lists[list]!.order ? {} : { after: before(at, list) }) }];
        }),
      );
    }
    case 'place': {
      const at = listOf(fields, primitive.list).indexOf(find(shape, fields, primitive.list, primitive.id));
      return [{ ...primitive, after: before(at, primitive.list) }];
    }
    case 'put': {
      const id = keyOf(shape, primitive.list, primitive.entity);
      const at = indexOf(shape, fields, primitive.list, id);
      return at < 0
        ? [{ do: 'remove', list: primitive.list, id }]
        : [{ ...primitive, entity: listOf(fields, primitive.list)[at]! }];
    }
    case 'change':
      return [{ ...primitive, value: find(shape, fields, primitive.list, primitive.id)[primitive.field] }];
  }

  function before(at: number, list: string): string | null {
    return at > 0 ? keyOf(shape, list, listOf(fields, list)[at - 1]!) : null;
  }
}

/** An entity and everything that refers to it, directly or over others, by list; what is referred to comes first. */
function goesAlong(shape: Shape, doc: Fields, list: string, entity: Entity): Map<string, Set<Entity>> {
  const gone = new Map<string, Set<Entity>>([[list, new Set([entity])]]);
  const along = (to: string, id: string): void => {
    for (const reference of shape.references) {
      if (reference.to !== to) continue;
      for (const one of listOf(doc, reference.list)) {
        if (reference.idOf(one) !== id || gone.get(reference.list)?.has(one)) continue;
        if (!gone.get(reference.list)?.add(one)) gone.set(reference.list, new Set([one]));
        along(reference.list, keyOf(shape, reference.list, one));
      }
    }
  };
  along(list, keyOf(shape, list, entity));
  return gone;
}

function insert(shape: Shape, entities: readonly Entity[], list: string, entity: Entity, after?: string | null) {
  const { order } = shape.lists[list]!;
  let at = entities.length;
  if (order) {
    const next = entities.findIndex((one) => order(one, entity) > 0);
    if (next >= 0) at = next;
  } else if (after === null) at = 0;
  else if (after !== undefined) {
    // A neighbour that is gone meanwhile is no reason to refuse what was added: it goes to the end.
    const neighbour = entities.findIndex((one) => keyOf(shape, list, one) === after);
    if (neighbour >= 0) at = neighbour + 1;
  }
  return entities.toSpliced(at, 0, entity);
}

function mustRefer(shape: Shape, doc: Fields, list: string, entity: Entity): void {
  for (const reference of shape.references) {
    if (reference.list !== list || reference.loose) continue;
    const id = reference.idOf(entity);
    if (id !== null) find(shape, doc, reference.to, id);
  }
}

function find(shape: Shape, doc: Fields, list: string, id: string): Entity {
  const at = indexOf(shape, doc, list, id);
  if (at < 0) throw new ChangeError(`What this was about, a ${shape.lists[list]!.one}, is no longer there.`);
  return listOf(doc, list)[at]!;
}

function indexOf(shape: Shape, doc: Fields, list: string, id: string): number {
  return listOf(doc, list).findIndex((one) => keyOf(shape, list, one) === id);
}

function keyOf(shape: Shape, list: string, entity: Entity): string {
  return entity[shape.lists[list]!.key] as string;
}

function listOf(doc: Fields, list: string): readonly Entity[] {
  return doc[list] as readonly Entity[];
}

function withList<T>(doc: Fields, list: string, entities: readonly Entity[]): T {
  return { ...doc, [list]: entities } as T;
}

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

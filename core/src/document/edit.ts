import '../words/localize';
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
        throw new ChangeError($localize`This is in it already.`);
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

/**
 * What takes several primitives back that are applied one after the other, from the document before the first. An entity
 * comes back as it was before the first of them touched it: on its way out it may have been through states that its own
 * schema refuses.
 *
 * @throws ChangeError as {@link apply} does.
 * @example inverseOfAll(lessonDocument, lesson, [setStart, removeSegment]) // [{ do: 'add', list: 'segments', … }]
 */
export function inverseOfAll(shape: Shape, doc: unknown, primitives: readonly Primitive[]): Primitive[] {
  const inverses: Primitive[] = [];
  let state = doc;
  for (const one of primitives) {
    inverses.unshift(...inverse(shape, state, one));
    state = apply(shape, state, one);
  }
  const backAt = new Map<string, number>();
  const backs: Primitive[] = [];
  for (const one of inverses) {
    if (one.do === 'add') backAt.set(`${one.list}/${keyOf(shape, one.list, one.entity)}`, backs.length);
    else if (one.do === 'change') {
      const at = backAt.get(`${one.list}/${one.id}`);
      const back = at === undefined ? undefined : backs[at];
      // What it refers to may come back only after it: such a field is set in its turn.
      const refers = shape.references.some(({ list, field }) => list === one.list && field === one.field);
      if (back?.do === 'add' && !refers) {
        backs[at!] = { ...back, entity: { ...back.entity, [one.field]: one.value } };
        continue;
      }
    }
    backs.push(one);
  }
  return backs;
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
  if (at < 0) throw new ChangeError($localize`What this was about, a ${shape.lists[list]!.one}, is no longer there.`);
  return listOf(doc, list)[at]!;
}

function indexOf(shape: Shape, doc: Fields, list: string, id: string): number {
  return listOf(doc, list).findIndex((one) => keyOf(shape, list, one) === id);
}

/** What tells an entity apart in its list. @example keyOf(lessonDocument, 'steps', step) // 'slipway' */
export function keyOf(shape: Shape, list: string, entity: Entity): string {
  return entity[shape.lists[list]!.key] as string;
}

function listOf(doc: Fields, list: string): readonly Entity[] {
  return doc[list] as readonly Entity[];
}

function withList<T>(doc: Fields, list: string, entities: readonly Entity[]): T {
  return { ...doc, [list]: entities } as T;
}

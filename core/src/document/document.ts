import '../words/localize';
import * as z from 'zod';

/** Something with an identity in a list of a document. */
export type Entity = Readonly<Record<string, unknown>>;
/** A document as far as edits see it: named fields, some of which are lists of entities. */
export type Fields = Readonly<Record<string, unknown>>;

/** A list of entities in a document. */
export interface ListRule {
  /** One entry, as sentences and paths name it. */
  readonly one: string;
  readonly schema: z.ZodType;
  /** How many entries the list holds at most. */
  readonly most: number;
  /** The field that tells entries apart. */
  readonly key: string;
  /** The order that the list is always in; null when a person gives the order. */
  readonly order: ((a: Entity, b: Entity) => number) | null;
}

/**
 * A field of an entity that holds the id of another. Declared once: it serves for the check of a document, for what goes
 * along when something is taken out, and for what an edit depends on.
 */
export interface Reference {
  readonly list: string;
  readonly field: string;
  readonly to: string;
  /** The id that an entity refers to; null for none. */
  readonly idOf: (entity: Entity) => string | null;
  /** It may name what is not there (and says so elsewhere); it still goes along when that is taken out. */
  readonly loose?: boolean;
}

/** Lists and references: what edits have to know of a document. */
export interface Shape {
  readonly lists: Readonly<Record<string, ListRule>>;
  readonly references: readonly Reference[];
}

/** What a document of today has to be. */
export interface DocumentShape<T> extends Shape {
  /** As sentences name it. */
  readonly noun: string;
  readonly schema: z.ZodType<T>;
}

/** One kind of stored document. There is one definition for each, and every way in or out of the store goes through it. */
export interface DocumentKind<T> extends DocumentShape<T> {
  /** As it stands in the document, `limber-cheek/lesson`. */
  readonly format: string;
  readonly version: number;
  /**
   * `migrations[n]` brings a document of version n to version n + 1. One for 0 says that documents were once stored
   * without saying what they are.
   */
  readonly migrations: Readonly<Record<number, (older: Record<string, unknown>) => Record<string, unknown>>>;
}

/** A document that cannot be read, or must not be stored. `path` is the place of the first fault, `steps[3].dose`. */
export class DocumentError extends Error {
  override readonly name = 'DocumentError';
  constructor(
    message: string,
    readonly path = '',
  ) {
    super(message);
  }
}

/**
 * Reads a document, from a store or a file: checks what it is, brings older versions forward, validates it, puts its
 * lists in order, and checks that what is named is there.
 *
 * @throws DocumentError with words for the person and the path of the fault.
 * @example parseDocument(lessonDocument, { format: 'limber-cheek/lesson', version: 9 }) // throws: … newer program …
 */
export function parseDocument<T>(kind: DocumentKind<T>, value: unknown): T {
  const parsed = kind.schema.safeParse(bringForward(kind, value));
  if (!parsed.success) throw faultOf(parsed.error);
  const doc = inOrder(kind, parsed.data as Fields);
  checkReferences(kind, doc);
  return doc as T;
}

/**
 * Checks a document of today before it is stored. What is the same object as in `before` was checked already and is not
 * looked at again, so that an edit among 500 steps costs a check of the step it touched.
 *
 * @throws DocumentError with words for the person and the path of the fault.
 * @example checkDocument(lessonDocument, { ...lesson, title: '' }) // throws: A lesson needs a title.
 */
export function checkDocument<T>(kind: DocumentShape<T>, doc: T, before: T | null = null): void {
  const fields = doc as Fields;
  const known = (before ?? {}) as Fields;
  const bare = { ...fields };
  for (const [list, rule] of Object.entries(kind.lists)) {
    if (!Array.isArray(fields[list])) continue;
    bare[list] = [];
    if (fields[list] !== known[list]) checkList(list, rule, fields[list] as Entity[], known[list] as Entity[]);
  }
  const parsed = kind.schema.safeParse(bare);
  if (!parsed.success) throw faultOf(parsed.error);
  checkReferences(kind, fields);
}

function checkList(list: string, rule: ListRule, entries: readonly Entity[], known: readonly Entity[] = []): void {
  if (entries.length > rule.most)
    throw new DocumentError($localize`There is room for ${rule.most} ${plural(rule.one)}, and these are more.`, list);
  const seen = new Set(known);
  entries.forEach((entity, i) => {
    if (seen.has(entity)) return;
    const parsed = rule.schema.safeParse(entity);
    if (!parsed.success) throw faultOf(parsed.error, [list, i]);
  });
}

function bringForward<T>(kind: DocumentKind<T>, value: unknown): unknown {
  if (typeof value !== 'object' || value === null || Array.isArray(value))
    throw new DocumentError($localize`This is no ${kind.noun}\: a JSON object was expected.`);
  let doc = value as Record<string, unknown>;
  const bare = doc['format'] === undefined && kind.migrations[0] !== undefined;
  if (!bare && doc['format'] !== kind.format)
    throw new DocumentError($localize`This is no ${kind.noun}\: “format” has to be “${kind.format}”.`, 'format');
  const version = bare ? 0 : doc['version'];
  if (!Number.isInteger(version))
    throw new DocumentError(
      $localize`This ${kind.noun} does not say its version: “version” has to be a number.`,
      'version',
    );
  if ((version as number) > kind.version)
    throw new DocumentError(
      $localize`This ${kind.noun} was written by a newer program (version ${String(version)}; this one reads up to ${kind.version}). Update this program to open it.`,
      'version',
    );
  for (let at = version as number; at < kind.version; at++) {
    const migrate = kind.migrations[at];
    if (!migrate)
      throw new DocumentError($localize`This ${kind.noun} is of version ${at}, which was never written.`, 'version');
    doc = { ...migrate(doc), format: kind.format, version: at + 1 };
  }
  return doc;
}

function inOrder(shape: Shape, doc: Fields): Fields {
  const ordered = { ...doc };
  for (const [list, { order }] of Object.entries(shape.lists))
    if (order && Array.isArray(doc[list])) ordered[list] = [...(doc[list] as Entity[])].sort(order);
  return ordered;
}

function checkReferences(shape: Shape, doc: Fields): void {
  const ids = new Map<string, Set<string>>();
  for (const [list, { key }] of Object.entries(shape.lists)) {
    const known = new Set<string>();
    ((doc[list] ?? []) as Entity[]).forEach((entity, i) => {
      const id = String(entity[key]);
      if (known.has(id))
        throw new DocumentError($localize`${list}[${i}].${key}\: “${id}” is used twice.`, `${list}[${i}].${key}`);
      known.add(id);
    });
    ids.set(list, known);
  }
  for (const { list, field, to, idOf, loose } of shape.references) {
    if (loose) continue;
    ((doc[list] ?? []) as Entity[]).forEach((entity, i) => {
      const id = idOf(entity);
      if (id === null || ids.get(to)?.has(id)) return;
      const path = `${list}[${i}].${field}`;
      throw new DocumentError($localize`${path}\: there is no ${shape.lists[to]!.one} “${id}”.`, path);
    });
  }
}

function faultOf(error: z.ZodError, within: readonly PropertyKey[] = []): DocumentError {
  const issue = error.issues[0]!;
  const path = pathWords([...within, ...issue.path]);
  return new DocumentError(`${path ? `${path}: ` : ''}${issue.message}`, path);
}

function pathWords(path: readonly PropertyKey[]): string {
  return path.reduce<string>(
    (words, part) =>
      typeof part === 'number' ? `${words}[${part}]` : words ? `${words}.${String(part)}` : String(part),
    '',
  );
}

const plural = (one: string): string => `${one}s`;

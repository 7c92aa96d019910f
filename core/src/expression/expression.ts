import { type Integer, remainder } from "../number/integer.ts";
import type { Rational } from "../number/rational.ts";
import * as rational from "../number/rational.ts";

/**
 * Expression trees: immutable, canonical, with shared subtrees. They are made by the constructors of `construct.ts`
 * only, which keep the canonical form; equal expressions have equal trees and equal hashes.
 */
export type Expression =
  | NumberNode
  | ConstantNode
  | NameNode
  | SumNode
  | ProductNode
  | PowerNode
  | CallNode
  | RelationNode
  | LogicNode
  | TupleNode
  | CasesNode
  | IteratedNode
  | DerivativeNode;

interface Hashed {
  readonly hash: number;
  /** The free names, kept with the node by `node`; equal trees have equal ones. */
  readonly names?: ReadonlySet<string>;
}

/** `typed` is the decimal literal the author wrote for |value|; it is a wish for printing and no part of the identity. */
export interface NumberNode extends Hashed {
  readonly kind: "number";
  readonly value: Rational;
  readonly typed?: string;
}
export type ConstantName = "pi" | "e" | "i" | "infinity";
export interface ConstantNode extends Hashed {
  readonly kind: "constant";
  readonly name: ConstantName;
}
/** What values a name takes. It is part of the name's identity: no rule for real numbers can be used on a complex one unseen. */
export type NameRange = "real" | "complex" | "integer";
/** A letter, Greek letter name or declared word, with `_subscript` where there is one: `x`, `theta`, `v_0`. */
export interface NameNode extends Hashed {
  readonly kind: "name";
  readonly name: string;
  readonly range: NameRange;
  /** Where it stands among the letters as its author orders them; no part of what it is, but of how it is printed. */
  readonly place?: number;
}
export interface SumNode extends Hashed {
  readonly kind: "sum";
  readonly terms: readonly Expression[];
}
export interface ProductNode extends Hashed {
  readonly kind: "product";
  readonly factors: readonly Expression[];
}
export interface PowerNode extends Hashed {
  readonly kind: "power";
  readonly base: Expression;
  readonly exponent: Expression;
}
/** A function of the function table applied to its arguments. */
export interface CallNode extends Hashed {
  readonly kind: "call";
  readonly name: string;
  readonly args: readonly Expression[];
}
export type Comparison = "=" | "!=" | "<" | "<=" | ">" | ">=";
/** operands[0] comparisons[0] operands[1] comparisons[1] … */
export interface RelationNode extends Hashed {
  readonly kind: "relation";
  readonly comparisons: readonly Comparison[];
  readonly operands: readonly Expression[];
}
export interface LogicNode extends Hashed {
  readonly kind: "logic";
  readonly operator: "and" | "or";
  readonly items: readonly Expression[];
}
export interface TupleNode extends Hashed {
  readonly kind: "tuple";
  readonly items: readonly Expression[];
}
export interface CasesNode extends Hashed {
  readonly kind: "cases";
  readonly branches: readonly { readonly value: Expression; readonly condition: Expression }[];
  readonly otherwise?: Expression;
}
/**
 * A sum, product or integral of `body` over `variable` from `lower` to `upper`; the bounds of an integral may be absent.
 * A `root` is the value of the variable for which the body is 0: the only one between the rational bounds, or, where `lower`
 * is not real, the only one within the distance `upper` from it. A root of a polynomial carries its number (real roots by
 * rising value, then the others by real and imaginary part). Where the body is a tuple, the variable is one coordinate of the
 * only common zero of its items in the box from `lower` to `upper`, tuples in the order of their names; `slopes` are the
 * partial derivatives of each item, which evaluation needs and which are no part of the identity.
 */
export interface IteratedNode extends Hashed {
  readonly kind: "iterated";
  readonly operator: "sum" | "product" | "integral" | "root";
  readonly index?: number;
  readonly variable: string;
  readonly lower?: Expression;
  readonly upper?: Expression;
  readonly body: Expression;
  readonly slopes?: readonly (readonly Expression[])[];
}
/** The derivative of `body` by `variable`, `order` times, not yet carried out. */
export interface DerivativeNode extends Hashed {
  readonly kind: "derivative";
  readonly variable: string;
  readonly order: number;
  readonly body: Expression;
}

const KIND_ORDER: Readonly<Record<Expression["kind"], number>> = {
  number: 0,
  constant: 1,
  name: 2,
  power: 3,
  product: 4,
  sum: 5,
  call: 6,
  tuple: 7,
  cases: 8,
  iterated: 9,
  derivative: 10,
  relation: 11,
  logic: 12,
};

/** The direct subexpressions, in reading order. */
export function children(e: Expression): readonly Expression[] {
  switch (e.kind) {
    case "number":
    case "constant":
    case "name":
      return [];
    case "sum":
      return e.terms;
    case "product":
      return e.factors;
    case "power":
      return [e.base, e.exponent];
    case "call":
      return e.args;
    case "relation":
      return e.operands;
    case "logic":
    case "tuple":
      return e.items;
    case "cases": {
      const branches = e.branches.flatMap((branch) => [branch.value, branch.condition]);
      return e.otherwise ? [...branches, e.otherwise] : branches;
    }
    case "iterated":
      return [...(e.lower ? [e.lower] : []), ...(e.upper ? [e.upper] : []), e.body];
    case "derivative":
      return [e.body];
  }
}

/** What distinguishes nodes of one kind besides their children. */
function label(e: Expression): string {
  switch (e.kind) {
    case "number":
      return `${e.value.num}/${e.value.den}`;
    case "constant":
    case "call":
      return e.name;
    case "name":
      return e.range === "real" ? e.name : `${e.name} ${e.range}`;
    case "relation":
      return e.comparisons.join(" ");
    case "logic":
      return e.operator;
    case "cases":
      return e.otherwise ? "otherwise" : "";
    case "iterated":
      return `${e.operator} ${e.index ?? ""} ${e.variable} ${e.lower ? 1 : 0}${e.upper ? 1 : 0}`;
    case "derivative":
      return `${e.variable} ${e.order}`;
    case "sum":
    case "product":
    case "power":
    case "tuple":
      return "";
  }
}

type Unhashed<T> = T extends Hashed ? Omit<T, "hash" | "names"> : never;

const FNV_PRIME = 0x01000193;
const NO_NAMES: ReadonlySet<string> = new Set();

function low32(value: Integer): number {
  return typeof value === "number" ? value | 0 : Number(BigInt.asIntN(32, value));
}

/** FNV-1a over the kind, the label and the children's hashes. Numbers, the most frequent kind, go without their label. */
function hashOf(e: Expression): number {
  let hash = Math.imul(0x811c9dc5 ^ KIND_ORDER[e.kind], FNV_PRIME);
  if (e.kind === "number") {
    const { num, den } = e.value;
    hash = Math.imul(hash ^ low32(num), FNV_PRIME);
    return Math.imul(hash ^ low32(den), FNV_PRIME) | 0;
  }
  if (e.kind !== "sum" && e.kind !== "product" && e.kind !== "power" && e.kind !== "tuple") {
    const text = label(e);
    for (let k = 0; k < text.length; k += 1) hash = Math.imul(hash ^ text.charCodeAt(k), FNV_PRIME);
  }
  for (const child of children(e)) hash = Math.imul(hash ^ child.hash, FNV_PRIME);
  return hash | 0;
}

/** Makes a node of its content, a new object that nobody else holds, by adding the hash and the free names to it. */
export function node<T extends Expression>(content: Unhashed<T>): T {
  const made = content as unknown as T & { hash: number; names: ReadonlySet<string> };
  made.hash = hashOf(made);
  made.names = namesIn(made);
  return made;
}

/** Whether two expressions are the same tree; numbers by their values, however they were typed. */
export function equal(a: Expression, b: Expression): boolean {
  if (a === b) return true;
  if (a.hash !== b.hash || a.kind !== b.kind) return false;
  if (a.kind === "number" && b.kind === "number") return rational.equal(a.value, b.value);
  if (label(a) !== label(b)) return false;
  const [left, right] = [children(a), children(b)];
  return left.length === right.length && left.every((child, k) => equal(child, right[k] ?? a));
}

/** The canonical total order: by kind, then content. It decides the order inside sums and products, not how they are printed. */
export function compare(a: Expression, b: Expression): number {
  if (a === b) return 0;
  if (a.kind !== b.kind) return KIND_ORDER[a.kind] - KIND_ORDER[b.kind];
  if (a.kind === "number" && b.kind === "number") return rational.compare(a.value, b.value);
  const [left, right] = [label(a), label(b)];
  if (left !== right) return left < right ? -1 : 1;
  const [mine, theirs] = [children(a), children(b)];
  for (let k = 0; k < Math.min(mine.length, theirs.length); k += 1) {
    const [x, y] = [mine[k], theirs[k]];
    const order = x && y ? compare(x, y) : 0;
    if (order !== 0) return order;
  }
  return mine.length - theirs.length;
}

const singletons = new Map<string, ReadonlySet<string>>();

function singleton(name: string): ReadonlySet<string> {
  const known = singletons.get(name) ?? new Set([name]);
  singletons.set(name, known);
  return known;
}

/** The union of the children's names; a child's own set is shared where it holds all the others. */
function namesIn(e: Expression): ReadonlySet<string> {
  if (e.kind === "number" || e.kind === "constant") return NO_NAMES;
  if (e.kind === "name") return singleton(e.name);
  if (e.kind === "iterated" && e.operator === "root") return NO_NAMES;
  // An integral without bounds is a function of its variable, even where the body is constant.
  let names: ReadonlySet<string> = e.kind === "iterated" && e.operator === "integral" && !e.upper ? singleton(e.variable) : NO_NAMES;
  for (const child of children(e)) {
    const bound = e.kind === "iterated" && child === e.body && !(e.operator === "integral" && !e.upper) ? e.variable : undefined;
    const own = freeNames(child);
    if (own === names || own.size === 0) continue;
    if (names.size === 0 && bound === undefined) names = own;
    else for (const name of own) if (name !== bound && !names.has(name)) names = new Set([...names, name]);
  }
  return names;
}

/** The names that stand free in the expression: bound variables of sums and integrals are left out. */
export function freeNames(e: Expression): ReadonlySet<string> {
  return e.names ?? namesIn(e);
}

/** Whether a name stands freely in an expression. */
export function contains(e: Expression, name: string): boolean {
  return freeNames(e).has(name);
}

/** The terms of a sum, or the expression itself as its only one. */
export function termsOf(e: Expression): readonly Expression[] {
  return e.kind === "sum" ? e.terms : [e];
}

/** The factors of a product, or the expression itself as its only one. */
export function factorsOf(e: Expression): readonly Expression[] {
  return e.kind === "product" ? e.factors : [e];
}

/** Whether the expression is a power with a fraction as exponent. */
export function isRoot(e: Expression): e is PowerNode & { readonly exponent: NumberNode } {
  return e.kind === "power" && e.exponent.kind === "number" && e.exponent.value.den !== 1;
}

/** Each expression of a list once, at its first place. */
export function distinct(list: readonly Expression[]): readonly Expression[] {
  return list.filter((one, k) => list.findIndex((other) => equal(other, one)) === k);
}

/** Whether the expression is a power with a negative number as exponent, so that it stands below a fraction bar. */
export function isReciprocal(e: Expression): e is PowerNode & { readonly exponent: NumberNode } {
  return e.kind === "power" && e.exponent.kind === "number" && e.exponent.value.num < 0;
}

/** Whether the expression is an even power, whatever its base. */
export function isEvenPower(e: Expression): e is PowerNode & { readonly exponent: NumberNode } {
  return e.kind === "power" && e.exponent.kind === "number" && e.exponent.value.den === 1 && remainder(e.exponent.value.num, 2) === 0;
}

/** Every distinct subexpression for which the test holds, outermost first. */
export function findAll(e: Expression, test: (part: Expression) => boolean): Expression[] {
  const found: Expression[] = test(e) ? [e] : [];
  if (e.kind === "iterated" && e.operator === "root") return found;
  for (const child of children(e)) {
    for (const part of findAll(child, test)) if (!found.some((known) => equal(known, part))) found.push(part);
  }
  return found;
}

/** Whether a root stands in the expression that is known by its bounds alone: no digits prove anything equal to it. */
export function holdsBoundedRoot(e: Expression): boolean {
  return findAll(e, (part) => part.kind === "iterated" && part.operator === "root" && part.index === undefined).length > 0;
}

/** A map keyed by expressions. */
export class ExpressionMap<V> {
  readonly #buckets = new Map<number, { readonly key: Expression; value: V }[]>();

  get(key: Expression): V | undefined {
    return this.#buckets.get(key.hash)?.find((entry) => equal(entry.key, key))?.value;
  }

  set(key: Expression, value: V): void {
    const bucket = this.#buckets.get(key.hash);
    const entry = bucket?.find((known) => equal(known.key, key));
    if (entry) entry.value = value;
    else if (bucket) bucket.push({ key, value });
    else this.#buckets.set(key.hash, [{ key, value }]);
  }

  *entries(): IterableIterator<readonly [Expression, V]> {
    for (const bucket of this.#buckets.values()) for (const entry of bucket) yield [entry.key, entry.value];
  }
}

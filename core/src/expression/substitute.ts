import { call, cases, chain, derivative, iterated, logic, name, nameIn, power, product, sum, tuple } from "./construct.ts";
import { children, contains, type Expression, equal, findAll, freeNames, type NameRange } from "./expression.ts";

/** Rebuilds a node with every child mapped, through the canonical constructors; unchanged children keep the node itself. */
export function mapChildren(e: Expression, map: (child: Expression) => Expression): Expression {
  // A root is a number: what it is a root of is no part of the expression around it.
  if (e.kind === "iterated" && e.operator === "root") return e;
  const before = children(e);
  const after = before.map(map);
  if (after.every((child, k) => child === before[k])) return e;
  const at = (index: number): Expression => after[index] ?? e;
  switch (e.kind) {
    case "number":
    case "constant":
    case "name":
      return e;
    case "sum":
      return sum(...after);
    case "product":
      return product(...after);
    case "power":
      return power(at(0), at(1));
    case "call":
      return call(e.name, ...after);
    case "relation":
      return chain(after, e.comparisons);
    case "logic":
      return logic(e.operator, after);
    case "tuple":
      return tuple(after);
    case "cases": {
      const branches = e.branches.map((_, k) => ({ value: at(2 * k), condition: at(2 * k + 1) }));
      return cases(branches, e.otherwise && at(2 * branches.length));
    }
    case "iterated": {
      const bounds = [e.lower, e.upper].filter((bound) => bound !== undefined).length;
      return iterated({
        operator: e.operator,
        ...(e.index === undefined ? {} : { index: e.index }),
        variable: e.variable,
        ...(e.lower ? { lower: at(0) } : {}),
        ...(e.upper ? { upper: at(bounds - 1) } : {}),
        body: at(bounds),
      });
    }
    case "derivative":
      return derivative(at(0), e.variable, e.order);
  }
}

/**
 * Replaces free names by expressions, all at once (simultaneously). Bound variables of sums and integrals are left
 * alone, and renamed where a replacement would be caught by them.
 */
export function substitute(e: Expression, replacements: ReadonlyMap<string, Expression>): Expression {
  const used = freeNames(e);
  if (![...replacements.keys()].some((key) => used.has(key))) return e;
  if (e.kind === "name") return replacements.get(e.name) ?? e;
  if (e.kind === "iterated") {
    const inner = new Map([...replacements].filter(([key]) => key !== e.variable));
    const caught = [...inner.values()].some((value) => contains(value, e.variable));
    if (!caught) {
      const bounds = (part: Expression | undefined) => (part ? substitute(part, replacements) : undefined);
      const [lower, upper] = [bounds(e.lower), bounds(e.upper)];
      return iterated({
        operator: e.operator,
        ...(e.index === undefined ? {} : { index: e.index }),
        variable: e.variable,
        ...(lower ? { lower } : {}),
        ...(upper ? { upper } : {}),
        body: substitute(e.body, inner),
      });
    }
    const fresh = freshName(e.variable, [e.body, ...inner.values()]);
    const renamed = substitute(e.body, new Map([[e.variable, name(fresh)]]));
    return substitute(iterated({ ...e, variable: fresh, body: renamed }), replacements);
  }
  return mapChildren(e, (child) => substitute(child, replacements));
}

/** What the names of expressions range over that are not real. */
export function rangesIn(expressions: readonly Expression[]): ReadonlyMap<string, NameRange> {
  const named = expressions.flatMap((e) => findAll(e, (part) => part.kind === "name" && part.range !== "real"));
  return new Map(named.flatMap((part) => (part.kind === "name" ? [[part.name, part.range] as const] : [])));
}

/** The expression with names that range over what the map says, wherever they stand free. */
export function withRanges(e: Expression, ranges: ReadonlyMap<string, NameRange>): Expression {
  const inRange = ([letter, range]: readonly [string, NameRange]): readonly [string, Expression] => {
    const own = nameIn(e, letter);
    return [letter, name(letter, range, own.kind === "name" ? own.place : undefined)];
  };
  return substitute(e, new Map([...ranges].map(inRange)));
}

/** The name with the first subscript number that occurs in none of the expressions. */
export function freshName(base: string, avoid: readonly Expression[]): string {
  const stem = base.split("_")[0] ?? base;
  for (let k = 1; ; k += 1) {
    const candidate = `${stem}_${k}`;
    if (!avoid.some((e) => contains(e, candidate))) return candidate;
  }
}

/** The expression with every occurrence of a part replaced. */
export function replacePart(e: Expression, part: Expression, by: Expression): Expression {
  return equal(e, part) ? by : mapChildren(e, (child) => replacePart(child, part, by));
}

import { children, type Expression, ExpressionMap, findAll } from "../expression/expression.ts";
import type { Move } from "./move.ts";
import type { Setting } from "./rule.ts";
import { keyed } from "./tidy.ts";

/** A form that one side was brought to, and how. */
interface Reached {
  readonly expression: Expression;
  readonly cost: number;
  readonly from?: { readonly before: Reached; readonly move: Move };
}

/** What can be done next with a form. */
export type MovesOf = (e: Expression, setting: Setting) => readonly Move[];

/** The ways of both sides to one form. */
export interface Meeting {
  readonly ofLeft: readonly Move[];
  readonly ofRight: readonly Move[];
}

/** So many forms are looked at more closely before it is given up. */
const MOST_EXPANDED = 90;
/** And so many parts of forms are written down. */
const MOST_WRITTEN = 60_000;
/** Once the sides have met, so many more are looked at for a shorter way. */
const AFTER_MEETING = 24;
/** What is lost when both sides are worked on instead of one. */
const BOTH_SIDES = 1.5;
/** How far the likeness to the other side is believed. */
const TRUST = 1.3;
/** A form is left alone when it is so many times as long as the longer side. */
const GROWTH = 2.2;
const ROOM = 24;

/**
 * The shortest way found by which two sides come to one form: the forms of both sides that promise most are worked on first, until one is
 * reached from both (bidirectional best-first search; S. Russell and P. Norvig, Artificial Intelligence, 3rd ed., 3.4.6 and 3.5).
 * @param perLength what a form costs by its length, where of two ways the one with shorter forms is preferred
 */
export function meeting(left: Expression, right: Expression, setting: Setting, movesOf: MovesOf, perLength = 0): Meeting | undefined {
  const largest = GROWTH * Math.max(size(left), size(right)) + ROOM;
  const sides = [new Side(left, right), new Side(right, left)] as const;
  let best: { readonly cost: number; readonly pair: readonly [Reached, Reached] } | undefined;
  let open = MOST_EXPANDED;
  let written = 0;
  while (open > 0 && written < MOST_WRITTEN) {
    open -= 1;
    const k = sides[0].promise <= sides[1].promise ? 0 : 1;
    const [own, other] = [sides[k], sides[1 - k] as Side];
    const next = own.take();
    if (!next) break;
    if (best && next.cost >= best.cost) continue;
    for (const move of movesOf(next.expression, setting)) {
      const length = size(move.after);
      written += length;
      if (length > largest) continue;
      const reached = own.reach({ expression: move.after, cost: next.cost + move.cost + perLength * length, from: { before: next, move } });
      const met = reached && other.find(reached.expression);
      if (!reached || !met) continue;
      const cost = reached.cost + met.cost + (reached.cost > 0 && met.cost > 0 ? BOTH_SIDES : 0);
      if (best && cost >= best.cost) continue;
      best = { cost, pair: k === 0 ? [reached, met] : [met, reached] };
      open = Math.min(open, AFTER_MEETING);
    }
  }
  return best && { ofLeft: wayTo(best.pair[0]), ofRight: wayTo(best.pair[1]) };
}

function wayTo(reached: Reached): readonly Move[] {
  return reached.from ? [...wayTo(reached.from.before), reached.from.move] : [];
}

/** What one side was brought to, and what of it is still to be looked at. */
class Side {
  readonly #known = new ExpressionMap<Reached>();
  readonly #open: { readonly reached: Reached; readonly promise: number }[] = [];
  readonly #goal: Features;

  constructor(start: Expression, goal: Expression) {
    this.#goal = featuresOf(goal);
    this.reach({ expression: start, cost: 0 });
  }

  /** The least that a whole way is expected to cost from here. */
  get promise(): number {
    return this.#open.at(-1)?.promise ?? Number.POSITIVE_INFINITY;
  }

  find(e: Expression): Reached | undefined {
    return this.#known.get(keyed(e));
  }

  /** The form, where it is new or was reached at a higher cost. */
  reach(reached: Reached): Reached | undefined {
    const key = keyed(reached.expression);
    const known = this.#known.get(key);
    if (known && known.cost <= reached.cost) return undefined;
    this.#known.set(key, reached);
    const promise = reached.cost + TRUST * distance(featuresOf(reached.expression), this.#goal);
    const place = this.#open.findIndex((one) => one.promise <= promise);
    this.#open.splice(place < 0 ? this.#open.length : place, 0, { reached, promise });
    return reached;
  }

  take(): Reached | undefined {
    return this.#open.pop()?.reached;
  }
}

/** What a form looks like from afar. */
interface Features {
  /** The functions of what, and how much each is missed. */
  readonly functions: ReadonlyMap<string, number>;
  readonly size: number;
  readonly kind: Expression["kind"];
}

function featuresOf(e: Expression): Features {
  const calls = findAll(e, (part) => part.kind === "call");
  return { functions: new Map(calls.map((part) => [`${part.hash}`, part.kind === "call" && PLAIN.has(part.name) ? 0.3 : 0.5])), size: size(e), kind: e.kind };
}

/** The functions by which others are written. */
const PLAIN: ReadonlySet<string> = new Set(["sin", "cos", "sinh", "cosh", "ln"]);

function distance(a: Features, b: Features): number {
  const missed = (some: Features, others: Features): number =>
    [...some.functions].reduce((total, [one, weight]) => total + (others.functions.has(one) ? 0 : weight), 0);
  return missed(a, b) + missed(b, a) + 0.06 * Math.abs(a.size - b.size) + (a.kind === b.kind ? 0 : 0.3);
}

function size(e: Expression): number {
  return children(e).reduce((total, child) => total + size(child), 1);
}

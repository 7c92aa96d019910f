import type { Pieces, RuleName } from "../../derivation/rules/catalogue.ts";
import { type Step, step } from "../../derivation/step.ts";
import { call, decimalLiteral, number } from "../../expression/construct.ts";
import { type Expression, ExpressionMap } from "../../expression/expression.ts";
import { piMultiple } from "../../expression/functions/arguments.ts";
import { elaborate, meaningOf, NO_MEANINGS } from "../../notation/elaborate.ts";
import { present, termsInOrder } from "../../notation/present.ts";
import { equality, fillIn, partsOfKind, plus, replaceIn, type Syntax } from "../../notation/syntax.ts";
import { writtenText } from "../../notation/text.ts";
import * as rational from "../../number/rational.ts";
import { expand } from "../../truth/index.ts";
import { readable } from "../readable.ts";
import { isRatio, type KnownAngle, type Ratio } from "./known-angle.ts";

/** A way to a ratio of an angle; undefined where it does not lead to one. */
export type Way = (of: Ratio, angle: Expression, work: Work) => Expression | undefined;

/** A formula as it is used for a ratio of an angle. */
interface Use<Name extends RuleName> {
  readonly formula: Syntax;
  /** How the angle is put together for it, where that is not seen: π/4 − π/6. */
  readonly as?: Syntax;
  /** What u and v stand for in it. */
  readonly letters: Readonly<Record<string, Expression>>;
  readonly sign?: 1 | -1;
  readonly rule: Name;
  readonly pieces: Pieces<Name>;
}

/** What was found of ratios so far, with the steps that lead to it. */
export class Work {
  readonly steps: Step[] = [];
  readonly #found: Readonly<Record<Ratio, ExpressionMap<Expression>>> = {
    sin: new ExpressionMap(),
    cos: new ExpressionMap(),
    tan: new ExpressionMap(),
    cot: new ExpressionMap(),
    sec: new ExpressionMap(),
    csc: new ExpressionMap(),
  };
  readonly #ways: readonly Way[];
  readonly #inDegrees: boolean;
  readonly angles: ReadonlyMap<string, KnownAngle>;

  constructor(angles: ReadonlyMap<string, KnownAngle>, ways: readonly Way[], inDegrees: boolean) {
    this.angles = angles;
    this.#ways = ways;
    this.#inDegrees = inDegrees;
  }

  /** A ratio that was found already. */
  known(of: Ratio, angle: Expression): Expression | undefined {
    return this.#found[of].get(angle);
  }

  /** The value of a ratio of an angle, found by the first way that leads to it; undefined where none does. */
  ratio(of: Ratio, asked: Expression): Expression | undefined {
    const angle = expand(asked);
    const known = this.known(of, angle);
    if (known) return known;
    for (const way of this.#ways) {
      const before = this.steps.length;
      const value = way(of, angle, this);
      if (value) {
        this.#keep(of, angle, value);
        return value;
      }
      this.steps.length = before;
    }
    return undefined;
  }

  /** Keeps what was found, also for the angle that stands in the canonical form: cos(π − A) is cos(A − π). */
  #keep(of: Ratio, angle: Expression, value: Expression): void {
    this.#found[of].set(angle, value);
    const canonical = call(of, angle);
    const [own] = canonical.kind === "call" && canonical.name === of ? canonical.args : [];
    if (own) this.#found[of].set(own, value);
  }

  /** An angle as its author writes it: parts of a turn in degrees where degrees were typed. */
  written(angle: Expression): Syntax {
    if (this.#inDegrees && angle.kind === "sum")
      return termsInOrder(angle)
        .map((term) => this.written(term))
        .reduce(plus);
    const turn = this.#inDegrees ? piMultiple(angle) : undefined;
    if (!turn) return present(angle);
    const degrees = rational.multiply(turn, rational.rational(180));
    return { kind: "degrees", operand: present(number(degrees, decimalLiteral(rational.abs(degrees)))) };
  }

  /**
   * The value that a formula gives, with a step that shows the formula, the numbers in it and what they come to; undefined where a ratio
   * in it is not found.
   */
  by<Name extends RuleName>(of: Ratio, angle: Expression, { formula, as, letters, sign = 1, rule, pieces }: Use<Name>): Expression | undefined {
    const plain = fillIn(formula, new Map(Object.entries(letters).map(([letter, e]) => [letter, this.written(e)])));
    const right: Syntax = sign === 1 ? plain : { kind: "sign", sign: "-", operand: plain };
    const numbers = this.withNumbers(right);
    const meant = numbers && meaningOf(numbers);
    if (!numbers || !meant) return undefined;
    const value = readable(meant);
    const ratioOf = (e: Syntax): Syntax => ({ kind: "call", name: of, args: [e] });
    const sides = [ratioOf(this.written(angle)), ...(as ? [ratioOf(as)] : []), right, bare(numbers), present(value)];
    const different = sides.filter((side, k) => k === 0 || writtenText(side) !== writtenText(sides[k - 1] ?? side));
    const written = equality(different);
    this.steps.push(step(rule, pieces, { kind: "equal", before: call(of, angle), after: value }, { written }));
    return value;
  }

  /** A written form with the values of the ratios in it; undefined where one is not found. */
  withNumbers(written: Syntax): Syntax | undefined {
    const numbers = this.numbersIn(written);
    return holdsRatio(numbers) ? undefined : numbers;
  }

  /** A written form with the values of those ratios in it that are found. */
  numbersIn(written: Syntax): Syntax {
    if (written.kind === "relation") return { ...written, operands: written.operands.map((side) => bare(this.numbersIn(side))) };
    return replaceIn(written, (part) => {
      if (part.kind === "times" && holdsRatio(part)) return { kind: "times", dot: true, left: this.numbersIn(part.left), right: this.numbersIn(part.right) };
      const [angle] = part.kind === "call" ? part.args : [];
      const value = part.kind === "call" && angle && isRatio(part.name) ? this.ratio(part.name, elaborate(angle, NO_MEANINGS)) : undefined;
      if (!value || part.kind !== "call") return undefined;
      return part.exponent ? { kind: "power", base: inBrackets(value, true), exponent: part.exponent } : inBrackets(value, false);
    });
  }
}

/** What needs no brackets around it as a whole. */
export const bare = (written: Syntax): Syntax => (written.kind === "group" ? written.inner : written);

const holdsRatio = (e: Syntax): boolean => partsOfKind(e, "call").some(({ name }) => isRatio(name));

/** A value as it stands in a formula: what is negative or a sum in brackets, under an exponent a fraction too. */
function inBrackets(value: Expression, isRaised: boolean): Syntax {
  const written = present(value);
  const isOpen = written.kind === "sign" || written.kind === "binary" || (isRaised && written.kind !== "number" && written.kind !== "name");
  return isOpen ? { kind: "group", inner: written } : written;
}

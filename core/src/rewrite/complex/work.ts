import type { Pieces, RuleName } from "../../derivation/rules/catalogue.ts";
import { type Step, step } from "../../derivation/step.ts";
import { MINUS_ONE, product } from "../../expression/construct.ts";
import type { Expression } from "../../expression/expression.ts";
import { holdsImaginary } from "../../expression/realness.ts";
import { elaborate, type Meanings } from "../../notation/elaborate.ts";
import { present } from "../../notation/present.ts";
import { equality, partsOfKind, type Syntax } from "../../notation/syntax.ts";
import { writtenText } from "../../notation/text.ts";
import { inParts } from "./parts.ts";

/** The way from a written operation to real and imaginary part; undefined where it does not lead there. */
export type Operation<Kind extends Syntax["kind"]> = (written: Extract<Syntax, { kind: Kind }>, work: Arithmetic) => Expression | undefined;

/** The ways for the kinds of written forms that are operations. */
export interface Operations {
  readonly binary: Operation<"binary">;
  readonly times: Operation<"times">;
  readonly fraction: Operation<"fraction">;
  readonly power: Operation<"power">;
  readonly call: Operation<"call">;
}

/** Complex numbers worked out operation by operation, with the steps. */
export class Arithmetic {
  readonly steps: Step[] = [];
  readonly known: readonly Expression[];
  readonly #names: Meanings;
  readonly #operations: Operations;

  constructor(known: readonly Expression[], names: Meanings, operations: Operations) {
    this.known = known;
    this.#names = names;
    this.#operations = operations;
  }

  /** What a written form means. */
  meaning(written: Syntax): Expression {
    return elaborate(written, this.#names);
  }

  /** A step from a written operation over other written forms to its value. */
  say<Name extends RuleName>(before: Syntax, between: readonly Syntax[], value: Expression | undefined, rule: Name, pieces: Pieces<Name>): void {
    const all = [before, ...between, ...(value ? [present(value)] : [])];
    const sides = all.filter((side, k) => k === 0 || writtenText(side) !== writtenText(all[k - 1] ?? side));
    const [start, ...others] = sides;
    const last = others.at(-1);
    if (!start || !last) return;
    const claim = { kind: "equal", before: this.meaning(start), after: value ?? this.meaning(last) } as const;
    this.steps.push(step(rule, pieces, claim, { written: equality(sides) }));
  }

  /** The value of a written form as real and imaginary part, worked out from within; undefined where it has none that are found. */
  worked(written: Syntax): Expression | undefined {
    const meant = this.meaning(written);
    if (!holdsImaginary(meant) && !holdsOperation(written)) return meant;
    switch (written.kind) {
      case "group":
        return this.worked(written.inner);
      case "sign": {
        const value = this.worked(written.operand);
        return value && (written.sign === "-" ? inParts(product(MINUS_ONE, value)) : value);
      }
      case "binary":
        return this.#operations.binary(written, this);
      case "times":
        return this.#operations.times(written, this);
      case "fraction":
        return this.#operations.fraction(written, this);
      case "power":
        return this.#operations.power(written, this);
      case "call":
        return this.#operations.call(written, this);
      default:
        return inParts(meant);
    }
  }
}

const OF_COMPLEX: ReadonlySet<string> = new Set(["arg", "Re", "Im", "conj"]);

/** Whether i, or a function of complex numbers alone, stands in a written form, whatever it means. */
export function holdsOperation(written: Syntax): boolean {
  return (
    partsOfKind(written, "name").some((part) => part.name === "i" && !part.own) ||
    partsOfKind(written, "call").some(({ name, args: [first] }) => OF_COMPLEX.has(name) || (name === "ln" && first?.kind === "sign" && first.sign === "-"))
  );
}

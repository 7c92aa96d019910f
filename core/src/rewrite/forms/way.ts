import type { Pieces, RuleName } from "../../derivation/rules/catalogue.ts";
import { type Step, step } from "../../derivation/step.ts";
import { type Expression, equal } from "../../expression/expression.ts";
import type { Syntax } from "../../notation/syntax.ts";
import { text, writtenText } from "../../notation/text.ts";
import { lostConditions, showsCondition } from "../../truth/index.ts";

/** What a rewrite came to: the new form, the way to it, and the conditions that the new form no longer shows. */
export interface Rewriting {
  readonly expression: Expression;
  readonly steps: readonly Step[];
  readonly conditions: readonly Expression[];
  /** How the new form is written where that is not its canonical form; it means the same. */
  readonly written?: Syntax;
}

/** What a rewrite may use besides the expression: what is known of its letters. */
export interface Known {
  readonly assumptions: readonly Expression[];
  /** How the author wrote the expression, where nothing was put in since. */
  readonly written?: Syntax;
}

/** A derivation of equal forms in the making: each step starts where the last one ended. */
export class Way {
  #current: Expression;
  readonly #steps: Step[] = [];
  readonly #conditions: Expression[] = [];
  /** What the last step shows where that was written out by hand: if the canonical form looks different, that is still to be shown. */
  #shown: string | undefined;

  constructor(start: Expression) {
    this.#current = start;
  }

  get current(): Expression {
    return this.#current;
  }

  /** A step to an equal form; one that changes nothing, and is not written differently either, is left out. */
  to<Name extends RuleName>(rule: Name, pieces: Pieces<Name>, after: Expression, options: { written?: Syntax; conditions?: readonly Expression[] } = {}): void {
    if (equal(after, this.#current) && !options.written && (this.#shown === undefined || this.#shown === text(after))) return;
    this.#shown = options.written && writtenText(options.written);
    const conditions = [...(options.conditions ?? []), ...lostConditions(this.#current, after)];
    const claim = { kind: "equal", before: this.#current, after } as const;
    this.#steps.push(step(rule, pieces, claim, { conditions, ...(options.written ? { written: options.written } : {}) }));
    for (const condition of conditions) if (!this.#conditions.some((known) => equal(known, condition))) this.#conditions.push(condition);
    this.#current = after;
  }

  /** Takes over what another rewrite of the current form came to. */
  follow(rewriting: Rewriting): void {
    this.#steps.push(...rewriting.steps);
    for (const condition of rewriting.conditions) if (!this.#conditions.some((known) => equal(known, condition))) this.#conditions.push(condition);
    this.#current = rewriting.expression;
  }

  /** A step that claims something else than equality with what went before, such as what unknown coefficients come to. */
  note(one: Step): void {
    this.#steps.push(one);
  }

  end(): Rewriting {
    return { expression: this.#current, steps: this.#steps, conditions: this.#conditions.filter((condition) => !showsCondition(this.#current, condition)) };
  }
}

import { chain, name as nameOf, product, relation } from "../../expression/construct.ts";
import type { Comparison, Expression } from "../../expression/expression.ts";
import { freeNames } from "../../expression/expression.ts";
import { withRanges } from "../../expression/substitute.ts";
import { nameLatex } from "../../notation/letters.ts";
import type { Syntax } from "../../notation/syntax.ts";
import { readUnit } from "../../units/read.ts";
import type { Unit } from "../../units/unit.ts";
import { NO_STEPS } from "../answer.ts";
import { type Environment, type NumberKind, rangeOf } from "../environment.ts";
import type { Instruction, Reading } from "../instruction.ts";
import type { Interval, Sentence } from "../sentence.ts";

const COMPARISONS: readonly Comparison[] = ["!=", "<=", ">=", "<", ">"];
const NUMBER_KINDS = ["reals", "complex", "integers", "rationals"] as const;

/** `given v0 = 12 m/s`, `given t in [0, 3] s`, `given m > 0`, `given a != b`, `given k`, `given h [m]`: what is known of a quantity. */
export const GIVEN: Instruction = {
  name: "given",
  begins: (sentence) => sentence.peekWords("given"),
  read: (sentence) => {
    sentence.takeWords("given");
    const name = sentence.declaredName("the name of a quantity");
    const shown = sentence.pieces.length;
    sentence.pieces.push({ kind: "math", latex: nameLatex(name) });
    if (sentence.atEnd) return reading({ name });
    if (sentence.next.kind === "mark" && sentence.next.text === "[") {
      sentence.pieces.push({ kind: "words", text: "in" });
      return reading({ name, unit: sentence.unit() });
    }
    if (sentence.takeWords("in")) return domainReading(sentence, name);
    if (sentence.takeMark("=")) {
      sentence.pieces[shown] = { kind: "math", latex: `${nameLatex(name)} =` };
      return valueReading(sentence, name);
    }
    const comparison = COMPARISONS.find((mark) => sentence.takeMark(mark));
    if (!comparison) return sentence.fail("“=”, a comparison such as “>”, “in” or the end was expected here; a given is one name");
    sentence.pieces.push({ kind: "math", latex: { "!=": "\\ne", "<=": "\\le", ">=": "\\ge", "<": "<", ">": ">", "=": "=" }[comparison] });
    const { value, unit } = quantityOf(sentence, "what it is compared with");
    return reading({ name, facts: [relation(nameOf(name), comparison, value)], unit });
  },
};

/** A value with the unit it was written with. */
function quantityOf(sentence: Sentence, what: string): { readonly value: Expression; readonly unit: Unit | undefined } {
  const written = sentence.quantity(what);
  return { value: sentence.mean(written), unit: unitWritten(written) };
}

/** The unit of a written quantity. */
export function unitWritten(written: Syntax): Unit | undefined {
  return written.kind === "quantity" ? readUnit(written.unit) : undefined;
}

function valueReading(sentence: Sentence, name: string): Reading {
  const from = sentence.next.span.from;
  const { value, unit } = quantityOf(sentence, "the value");
  const unknown = [...freeNames(value)].filter((letter) => !sentence.environment.quantities.has(letter));
  if (unknown.length > 0) {
    sentence.fail(
      `a value is given in numbers and quantities declared before; ${unknown.join(", ")} is not one of them, and no unit behind a number and a space`,
      {
        from,
        to: sentence.source.length,
      },
    );
  }
  return reading({ name, value, unit });
}

function domainReading(sentence: Sentence, name: string): Reading {
  const kind = NUMBER_KINDS.find((word) => sentence.takeWords(word));
  if (kind) return reading({ name, kind });
  const interval = sentence.interval();
  if (sentence.atEnd) return reading({ name, facts: intervalFacts(nameOf(name), interval) });
  const unit = sentence.unit();
  const [from, to] = [interval.from, interval.to].map((end) => product(end, unit.factor));
  return reading({ name, facts: intervalFacts(nameOf(name), { ...interval, from: from ?? interval.from, to: to ?? interval.to }), unit });
}

/** What membership of an interval says of a quantity; an infinite end says nothing. */
export function intervalFacts(quantity: Expression, { from, to, fromOpen, toOpen }: Interval): readonly Expression[] {
  const finite = (end: Expression): boolean =>
    !(end.kind === "constant" && end.name === "infinity") &&
    !(end.kind === "product" && end.factors.some((factor) => factor.kind === "constant" && factor.name === "infinity"));
  const below: Comparison = fromOpen ? "<" : "<=";
  const above: Comparison = toOpen ? "<" : "<=";
  if (finite(from) && finite(to)) return [chain([from, quantity, to], [below, above])];
  if (finite(from)) return [relation(quantity, fromOpen ? ">" : ">=", from)];
  return finite(to) ? [relation(quantity, above, to)] : [];
}

interface Given {
  readonly name: string;
  readonly value?: Expression;
  readonly facts?: readonly Expression[];
  readonly kind?: NumberKind;
  readonly unit?: Unit | undefined;
}

function reading({ name, value, facts = [], kind, unit }: Given): Reading {
  const statement = value ?? facts[0];
  return {
    instruction: "given",
    declares: (environment: Environment): Environment => {
      const givens = new Map(environment.givens);
      if (value) givens.set(name, value);
      const kinds = kind ? new Map(environment.kinds).set(name, kind) : environment.kinds;
      const units = new Map(environment.units);
      if (unit) units.set(name, unit);
      else if (value) units.delete(name);
      return {
        ...environment,
        givens,
        kinds,
        units,
        quantities: new Set([...environment.quantities, name]),
        assumptions: [...environment.assumptions, ...facts].map((fact) => withRanges(fact, new Map(kind ? [[name, rangeOf(kind)]] : []))),
      };
    },
    run: () => ({ ...NO_STEPS, ...(statement ? { statement } : {}), checks: [], verdict: undefined }),
  };
}

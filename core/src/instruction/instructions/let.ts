import { contains } from "../../expression/expression.ts";
import { atFullSize, spaced, words } from "../../notation/inline.ts";
import { name as nameSyntax } from "../../notation/syntax.ts";
import { NO_STEPS } from "../answer.ts";
import type { Instruction } from "../instruction.ts";
import type { Sentence } from "../reading/sentence.ts";
import { unitWritten } from "../reading/unit-written.ts";

/** `let f(x) = …` declares a function, `let h = …` a quantity. */
export const LET: Instruction = {
  name: "let",
  purpose: "Names a function or a quantity that later lines use.",
  forms: ["let f(x) = E", "let h = E"],
  examples: [
    ["let f(x) = 3x^2 + 1", "evaluate f(2)"],
    ["let A(l, w) = l w", "evaluate A(3, 4)"],
  ],
  spellings: [
    { typed: "{f!} ( {x} ) = {E}", means: "let {f} ( {x} ) = {E}", isOffered: true },
    { typed: "define {F}", means: "let {F}" },
  ],
  begins: (sentence) => sentence.peekWords("let"),
  read: (sentence) => {
    sentence.takeWords("let");
    const start = sentence.next.span;
    const name = sentence.declaredName("the name of a function or quantity");
    const parameters = sentence.takeMark("(") ? parameterList(sentence) : [];
    if (!sentence.takeMark("=")) sentence.fail("“=” and the definition were expected here");
    const written = sentence.written("the definition");
    sentence.relate(parameters.length > 0 ? { kind: "apply", name, primes: 0, args: parameters.map(nameSyntax) } : nameSyntax(name), "=");
    const body = sentence.mean(written);
    const unit = parameters.length === 0 ? unitWritten(written) : undefined;
    const measured = sentence.measured(written);
    if (contains(body, name)) sentence.fail(`${name} cannot be defined by itself`, start);
    return {
      instruction: "let",
      declared: [{ name, arity: parameters.length }],
      says: spaced([words("Let"), ...sentence.pieces.slice(1).map(atFullSize)]),
      declares: (environment) => {
        const others = <Value>(map: ReadonlyMap<string, Value>): Map<string, Value> => new Map([...map].filter(([other]) => other !== name));
        const [functions, definitions] = [others(environment.functions), others(environment.definitions)];
        const own = { functions: others(environment.measured.functions), definitions: others(environment.measured.definitions) };
        const quantities = new Set([...environment.quantities].filter((other) => other !== name));
        const units = others(environment.units);
        if (parameters.length > 0) {
          functions.set(name, { parameters, body });
          own.functions.set(name, { parameters, body: measured });
        } else {
          definitions.set(name, body);
          own.definitions.set(name, measured);
          quantities.add(name);
        }
        if (unit) units.set(name, unit);
        return { ...environment, functions, definitions, measured: own, quantities, units };
      },
      run: () => ({ ...NO_STEPS, statement: body, checks: [], verdict: undefined }),
    };
  },
};

function parameterList(sentence: Sentence): readonly string[] {
  const parameters = [sentence.declaredName("the name of an argument")];
  while (sentence.takeMark(",")) parameters.push(sentence.declaredName("the name of an argument"));
  if (!sentence.takeMark(")")) sentence.fail("a closing “)” was expected after the arguments");
  return parameters;
}

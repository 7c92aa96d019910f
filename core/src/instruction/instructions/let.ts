import { contains } from "../../expression/expression.ts";
import { nameLatex } from "../../notation/letters.ts";
import { NO_STEPS } from "../answer.ts";
import type { Instruction } from "../instruction.ts";
import type { Sentence } from "../sentence.ts";
import { unitWritten } from "./given.ts";

/** `let f(x) = …` declares a function, `let h = …` a quantity. */
export const LET: Instruction = {
  name: "let",
  begins: (sentence) => sentence.peekWords("let"),
  read: (sentence) => {
    sentence.takeWords("let");
    const start = sentence.next.span;
    const name = sentence.declaredName("the name of a function or quantity");
    const parameters = sentence.takeMark("(") ? parameterList(sentence) : [];
    const arguments_ = parameters.length > 0 ? `\\!\\left(${parameters.map(nameLatex).join(", ")}\\right)` : "";
    if (!sentence.takeMark("=")) sentence.fail("“=” and the definition were expected here");
    sentence.pieces.push({ kind: "math", latex: `${nameLatex(name)}${arguments_} =` });
    const written = sentence.written("the definition");
    const body = sentence.mean(written);
    const unit = parameters.length === 0 ? unitWritten(written) : undefined;
    const hidden = !unit && sentence.environment.hiddenUnits;
    if (contains(body, name)) sentence.fail(`${name} cannot be defined by itself`, start);
    return {
      instruction: "let",
      declares: (environment) => {
        const functions = new Map(environment.functions);
        const definitions = new Map(environment.definitions);
        functions.delete(name);
        definitions.delete(name);
        if (parameters.length > 0) functions.set(name, { parameters, body });
        else definitions.set(name, body);
        const quantities = new Set([...environment.quantities].filter((other) => other !== name));
        if (parameters.length === 0) quantities.add(name);
        const units = new Map([...environment.units].filter(([other]) => other !== name));
        if (unit) units.set(name, unit);
        return { ...environment, functions, definitions, quantities, units, hiddenUnits: environment.hiddenUnits || hidden };
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

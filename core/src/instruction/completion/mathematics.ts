import { families } from "../../expression/functions/registry.ts";
import { greekCharacter } from "../../notation/letters.ts";
import { isFunctionName } from "../../notation/words.ts";
import { USUAL_UNITS } from "../../units/usual.ts";
import type { Caret } from "./caret.ts";
import { PLACE } from "./form.ts";
import type { Completion, Scope } from "./scope.ts";

/** From so many letters on, words of mathematics are offered. */
const SHORTEST = 2;

const begins = (word: string, prefix: string): boolean => word.startsWith(prefix) && word !== prefix;

/** Declared names and functions; they may be as short as the author likes. */
export function declaredAt({ prefix, from }: Caret, to: number, { names, functions }: Scope): readonly Completion[] {
  if (prefix === "") return [];
  return [
    ...names
      .filter(({ name }) => begins(name, prefix))
      .map(({ name, holds = "" }): Completion => ({ kind: "name", text: name, from, to, label: name, about: holds })),
    ...functions
      .filter(({ name }) => name.startsWith(prefix))
      .map(({ name, parameters }): Completion => {
        const places = parameters.map(() => PLACE).join(", ");
        return { kind: "function", text: `${name}(${places})`, from, to, label: `${name}(${parameters.join(", ")})`, about: "declared above" };
      }),
  ];
}

const ARGUMENTS: Readonly<Record<string, readonly string[]>> = { root: ["n", "x"], binomial: ["n", "k"], min: ["x", "y"], max: ["x", "y"] };

/** Functions of the table, with places for their arguments. */
export function functionsAt({ prefix, from }: Caret, to: number): readonly Completion[] {
  if (prefix.length < SHORTEST) return [];
  return families()
    .filter(({ name }) => name.startsWith(prefix) && isFunctionName(name))
    .map(({ name, arity, about }): Completion => {
      const own = ARGUMENTS[name] ?? (arity === 2 ? ["u", "v"] : ["x"]);
      return { kind: "function", text: `${name}(${own.map(() => PLACE).join(", ")})`, from, to, label: `${name}(${own.join(", ")})`, about };
    });
}

const GREEK =
  "alpha beta gamma delta epsilon zeta eta theta kappa lambda mu nu xi pi rho sigma tau phi chi psi omega Gamma Delta Theta Lambda Sigma Phi Psi Omega".split(
    " ",
  );

/** Greek letters by their names. */
export function lettersAt({ prefix, from }: Caret, to: number): readonly Completion[] {
  if (prefix.length < SHORTEST) return [];
  return GREEK.filter((name) => begins(name, prefix)).map(
    (name): Completion => ({ kind: "letter", text: name, from, to, label: name, about: greekCharacter(name) ?? "" }),
  );
}

/** Units behind a number and a space. */
export function unitsAt({ before, prefix, from }: Caret, to: number): readonly Completion[] {
  const last = before.at(-1);
  if (prefix === "" || last?.kind !== "number" || last.span.to === from) return [];
  return USUAL_UNITS.filter(({ symbol }) => begins(symbol, prefix)).map(
    ({ symbol, words }): Completion => ({ kind: "unit", text: symbol, from, to, label: symbol, about: words }),
  );
}

/** Lines that can be referred to, behind an opening bracket, the newest first. */
export function linesAt({ before, prefix }: Caret, at: number, source: string, { lines }: Scope): readonly Completion[] {
  const [bracket, number] = before.at(-1)?.kind === "number" ? [before.at(-2), before.at(-1)] : [before.at(-1), undefined];
  const first = before.at(number ? -3 : -2);
  const isCall = first?.kind === "word" && isFunctionName(first.text);
  if (prefix !== "" || bracket?.kind !== "mark" || bracket.text !== "(" || isCall || first === undefined) return [];
  const digits = number?.kind === "number" ? number.text : "";
  const to = source.charAt(at) === ")" ? at + 1 : at;
  return lines
    .filter((line) => String(line.number).startsWith(digits))
    .toReversed()
    .map((line): Completion => ({ kind: "line", text: `(${line.number})`, from: bracket.span.from, to, label: `(${line.number})`, about: line.holds }));
}

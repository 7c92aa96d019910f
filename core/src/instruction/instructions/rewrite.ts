import { type Expression, equal } from "../../expression/expression.ts";
import { words } from "../../notation/inline.ts";
import { text } from "../../notation/text.ts";
import {
  asOneWave,
  withExponentials,
  withHalfAngles,
  withOne,
  withProducts,
  withSineAndCosine,
  withSums,
  withTangent,
} from "../../rewrite/forms/angle-forms.ts";
import { withExponential, withPolar, withRectangular } from "../../rewrite/forms/complex-forms.ts";
import {
  withAbsolute,
  withNaturalLogarithm,
  withOneLogarithm,
  withRadicals,
  withRationalDenominator,
  withSquareRoots,
} from "../../rewrite/forms/root-and-log-forms.ts";
import type { Known, Rewriting } from "../../rewrite/forms/way.ts";
import { CannotDo } from "../answer.ts";
import { type Rewrite, readTarget, rewritingLine } from "../carrying-out/rewriting-line.ts";
import type { Instruction } from "../instruction.ts";
import type { Sentence } from "../reading/sentence.ts";

/** What can stand after “with”, as words or function names. */
const FORMS: readonly (readonly [readonly string[], Rewrite])[] = [
  [["sin", "cos"], withSineAndCosine],
  [["cos", "sin"], withSineAndCosine],
  [["sinh", "cosh"], withSineAndCosine],
  [["cosh", "sinh"], withSineAndCosine],
  [["sin"], (e) => withOne(e, "sin")],
  [["cos"], (e) => withOne(e, "cos")],
  [["sinh"], (e) => withOne(e, "sin")],
  [["cosh"], (e) => withOne(e, "cos")],
  [["tan"], withTangent],
  [["exp"], withExponentials],
  [["e"], withExponentials],
  [["ln"], withNaturalLogarithm],
  [["abs"], withAbsolute],
  [["sqrt"], withSquareRoots],
  [["radicals"], radicals],
  [["sums"], withSums],
  [["products"], withProducts],
  [["double", "angles"], withSums],
  [["half", "angles"], withHalfAngles],
  [["one", "sine"], wave("sin")],
  [["one", "cosine"], wave("cos")],
  [["one", "logarithm"], withOneLogarithm],
  [["rational", "denominator"], withRationalDenominator],
  [["rectangular"], complexForm(withRectangular)],
  [["polar"], complexForm(withPolar)],
  [["exponential"], complexForm(withExponential)],
];

/** The forms of complex numbers. */
const OF_NUMBERS = ["rectangular", "polar", "exponential"] as const;

/** `rewrite E with sin, cos` (or another form). */
export const REWRITE: Instruction = {
  name: "rewrite",
  purpose: "Writes an expression with other functions.",
  forms: ["rewrite E with FORM", "rewrite the part P of E with FORM"],
  slots: { FORM: FORMS.map(([words]) => listed(words)) },
  examples: [["rewrite tan x with sin, cos"]],
  spellings: [
    { typed: "write|express {E} with {F}", means: "rewrite {E} with {F}" },
    { typed: "write|express|rewrite {E} in terms of {F}", means: "rewrite {E} with {F}" },
    { typed: "write|express|rewrite {E} in {F!} form", means: "rewrite {E} with {F}" },
  ],
  rewrites: [
    "rewrite {E} with sin, cos",
    "rewrite {E} with sin",
    "rewrite {E} with cos",
    "rewrite {E} with tan",
    "rewrite {E} with sums",
    "rewrite {E} with products",
    "rewrite {E} with half angles",
    "rewrite {E} with one sine",
    "rewrite {E} with exp",
    "rewrite {E} with one logarithm",
    "rewrite {E} with rational denominator",
  ],
  begins: (sentence) => sentence.peekWords("rewrite"),
  read: (sentence) => {
    sentence.takeWords("rewrite");
    const target = readTarget(sentence, ["with"]);
    sentence.expectWords("with");
    const form = OF_NUMBERS.find((word) => sentence.peekWords(word));
    const rewrite = readForm(sentence);
    sentence.expectEnd();
    // A form is something to be in, and not to rewrite with.
    if (form) sentence.pieces.splice(-2, 2, words(`in ${form} form`));
    return rewritingLine("rewrite", target, sentence.environment, rewrite);
  },
};

function readForm(sentence: Sentence): Rewrite {
  const found = FORMS.find(([words]) => takeListed(sentence, words));
  if (!found) return sentence.fail(`one of these was expected here: ${FORMS.map(([words]) => listed(words)).join("; ")}`);
  return found[1];
}

/** The words of a form as they are written: names of functions with commas between them. */
function listed(words: readonly string[]): string {
  return words.join(words.every(isFunction) ? ", " : " ");
}

function isFunction(word: string): boolean {
  return /^(sin|cos|sinh|cosh|tan|exp|ln|abs|sqrt)$/.test(word);
}

/** Takes the words, with commas or “and” between function names, if nothing follows them. */
function takeListed(sentence: Sentence, words: readonly string[]): boolean {
  return sentence.takeLast(words, listed(words));
}

function radicals(e: Expression): Rewriting {
  const done = withRadicals(e);
  if (equal(done.expression, e))
    throw new CannotDo("only named roots of polynomials of third and fourth degree can be written by radicals, and there is none here");
  return done;
}

/** A form of a complex number, with the reason where it is not found. */
function complexForm(form: (e: Expression, known: Known) => Rewriting | undefined): Rewrite {
  return (e, known) => {
    const done = form(e, known);
    if (!done) throw new CannotDo(`real and imaginary part of ${text(e)}, or their signs, are not known: a given such as R > 0 may help`);
    return done;
  };
}

function wave(name: "sin" | "cos"): Rewrite {
  return (e: Expression, known: Known): Rewriting => {
    const done = asOneWave(e, name, known);
    if (!done) throw new CannotDo(`${text(e)} is no sum A sin u + B cos u with one angle u and a known sign of A and B`);
    return done;
  };
}

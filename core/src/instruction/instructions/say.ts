import { linesIn } from "../../document/author-words.ts";
import { NO_STEPS, type Outcome } from "../answer.ts";
import type { Instruction, Reading } from "../instruction.ts";
import type { Printed } from "../reading/printed.ts";
import type { Sentence } from "../reading/sentence.ts";

const NOTHING: Outcome = { ...NO_STEPS, checks: [], verdict: undefined };
const MOST_POINTS = 1000;

/** `say "WORDS"`: a paragraph of the author's own between the lines. */
export const SAY: Instruction = {
  name: "say",
  purpose: "A paragraph of your own between the lines. Mathematics stands between dollar signs, and `$(3)$` is what line 3 came to.",
  forms: ['say "WORDS"'],
  examples: [["evaluate 2 pi sqrt(2.5/9.8) to 3 figures", 'say "One swing takes $(1)$ seconds."']],
  begins: (sentence) => sentence.peekWords("say"),
  read: (sentence) => {
    sentence.takeWords("say");
    return reading(sentence, "say", { kind: "text", markdown: words(sentence, 'say "The ring is in the air."') });
  },
};

/** `hint "WORDS"`: what readers may open before they look at the solution. */
export const HINT: Instruction = {
  name: "hint",
  purpose: "A hint that readers may open before the solution; it stands with the question.",
  forms: ['hint "WORDS"'],
  examples: [['hint "Where is the height $0$?"', "solve 2 + 14t - 4.9t^2 = 0"]],
  begins: (sentence) => sentence.peekWords("hint"),
  read: (sentence) => {
    sentence.takeWords("hint");
    return reading(sentence, "hint", { kind: "hint", markdown: words(sentence, 'hint "Where is the height 0?"') });
  },
};

/** `part "QUESTION" [for N points]`: the lines below, up to the next part, answer this question. */
export const PART: Instruction = {
  name: "part",
  purpose: "A part of the problem, (a), (b) and so on, with its question; the lines up to the next part answer it.",
  forms: ['part "QUESTION" [for N points]'],
  examples: [['part "When does it land?" for 2 points', "solve 2 + 14t - 4.9t^2 = 0"]],
  begins: (sentence) => sentence.peekWords("part"),
  read: (sentence) => {
    sentence.takeWords("part");
    const question = words(sentence, 'part "When does it land?"');
    const points = sentence.takeWords("for") ? pointsOf(sentence) : undefined;
    return reading(sentence, "part", { kind: "part", question, ...(points === undefined ? {} : { points }) });
  },
};

function words(sentence: Sentence, example: string): string {
  const { span } = sentence.next;
  const quoted = sentence.takeQuoted() ?? sentence.fail(`words in quotes were expected here, as in ${example}`);
  const unknown = linesIn(quoted).find((line) => line >= sentence.environment.line || line < 1);
  if (unknown !== undefined) return sentence.fail(`there is no line ${unknown} before this one, whose value could stand in these words`, span);
  return quoted;
}

function pointsOf(sentence: Sentence): number {
  const token = sentence.next;
  const points = token.kind === "number" ? Number(token.text) : Number.NaN;
  if (!(points > 0 && points <= MOST_POINTS)) return sentence.fail(`a number of points up to ${MOST_POINTS} was expected here`);
  sentence.takeNumber();
  if (!sentence.takeWords("points") && !sentence.takeWords("point") && !sentence.takeWords("marks") && !sentence.takeWords("mark"))
    return sentence.fail("“points” was expected here");
  return points;
}

function reading(sentence: Sentence, instruction: string, prints: Printed): Reading {
  sentence.expectEnd();
  return { instruction, prints, dependsOn: linesIn(prints.kind === "part" ? prints.question : prints.markdown), run: () => NOTHING };
}

import type { Digits, Outcome } from "../answer.ts";
import type { Sentence } from "./sentence.ts";

const MOST = 1000;

/** What may stand behind the number of digits. */
const WORDS: readonly (readonly [Digits["kind"], string])[] = [
  ["figures", "significant figures|significant figure|significant digits|figures|figure|digits|sf|s . f . ?|s . f"],
  ["decimals", "decimal places|decimal place|decimals|decimal|places|dp|d . p . ?|d . p"],
];

/** Reads `N figures` or `N decimals` after “to”. */
export function readDigits(sentence: Sentence): Digits {
  const token = sentence.next;
  const count = token.kind === "number" ? Number(token.text) : Number.NaN;
  if (!Number.isInteger(count) || count > MOST) return sentence.fail(`a whole number of figures or decimals up to ${MOST} was expected here`);
  sentence.takeNumber();
  for (const [kind, forms] of WORDS) {
    for (const form of forms.split("|")) {
      if (!sentence.takeShown(form.split(" "), kind)) continue;
      if (kind === "figures" && count < 1) return sentence.fail("at least one figure was expected here", token.span);
      return { kind, count };
    }
  }
  return sentence.fail("“figures” or “decimals” was expected here");
}

/** What a line came to with numbers to these digits, where it was not asked for others itself. */
export function toDigits(outcome: Outcome, digits: Digits): Outcome {
  const { answer } = outcome;
  switch (answer?.kind) {
    case "expression":
      return answer.digits.kind === "usual" ? { ...outcome, answer: { ...answer, digits } } : outcome;
    case "solutions":
    case "optimum":
    case "table":
      return answer.digits ? outcome : { ...outcome, answer: { ...answer, digits } };
    case "no limit":
    case "truth":
    case "figure":
    case "graph":
    case undefined:
      return outcome;
  }
}

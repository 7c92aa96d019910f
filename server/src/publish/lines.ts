import type { FigurePicture } from "@nail-down/core/graph/figure/figure";
import { drawFigure } from "@nail-down/core/graph/figure/figure-svg";
import type { Picture } from "@nail-down/core/graph/picture";
import { drawSvg } from "@nail-down/core/graph/svg";
import type { AnswerReport, CheckReport, LineReport, SolutionReport, StepReport } from "@nail-down/core/instruction/line-report";
import {
  decimalBeside,
  faultWords,
  isInterval,
  natureWords,
  parameterWords,
  quantityLatex,
  reasonBeside,
  valueLatex,
} from "@nail-down/core/instruction/report-words";
import { wordsHtml } from "@nail-down/core/problemset/statement";
import { nailSvg } from "./nail.ts";
import { escapeHtml, typeset } from "./typeset.ts";

const math = (latex: string): string => typeset(latex, false);
/** Answers and steps have room for full-size fractions. */
const large = (latex: string): string => typeset(`\\displaystyle ${latex}`, false);

const CHECK_WORDS: Readonly<Record<CheckReport["kind"], string>> = {
  substitution: "Put back",
  comparison: "Compared",
  completeness: "Counted",
  dimensions: "Dimensions",
  steps: "Steps",
};

/** A line of a working as the published page shows it. */
export function lineHtml(line: LineReport, number: number): string {
  if (line.ignored) return "";
  const sentence = line.pieces
    .map((piece) => (piece.kind === "words" ? `<span class="words">${escapeHtml(piece.text)}</span>` : math(piece.latex)))
    .join(" ")
    .replaceAll(' <span class="words">,</span>', ",");
  const reason = line.because === undefined ? "" : `<p class="reason">${wordsHtml(line.because, typeset)}</p>`;
  const verdict = line.error ? "" : line.verdict ? nailSvg(line.verdict) : "";
  const notes = (line.notes ?? []).map((note) => `<p class="note">${escapeHtml(sentenceCase(note))}.</p>`).join("");
  const result = line.error ? `<p class="fault">${escapeHtml(faultWords(line.error))}</p>` : line.answer ? answerHtml(line.answer) : "";
  return `<li class="line" value="${number}"><div class="body"><div class="sentence">${sentence}</div>${notes}${result}${radicalsHtml(line.radicals)}${stepsHtml(line.steps)}${evidenceHtml(line.checks, line.picture)}</div>${reason}<span class="verdict">${verdict}</span></li>`;
}

export function answerHtml(answer: AnswerReport): string {
  switch (answer.kind) {
    case "solutions": {
      const solutions = answer.solutions.map((solution) => `<li>${solutionHtml(solution)}</li>`).join("");
      const apart = answer.complexSolutions ? `<p class="note">The complex solutions are ${answer.complexSolutions.map(solutionHtml).join(" and ")}.</p>` : "";
      const rejected = (answer.rejected ?? [])
        .map(({ values, reason }) => `<li>${valuesHtml(values)} <span class="note">(${escapeHtml(reasonBeside(reason))})</span></li>`)
        .join("");
      const none = answer.solutions.length === 0 ? `<p class="sentence-answer">${escapeHtml(sentenceCase(answer.reason))}.</p>` : "";
      const why = answer.solutions.length > 0 ? `<p class="note">${escapeHtml(sentenceCase(answer.reason))}.</p>` : "";
      return `<div class="result">${solutions ? `<ul class="solutions">${solutions}</ul>` : none}${why}${apart}${rejected ? `<ul class="rejected" aria-label="set aside">${rejected}</ul>` : ""}</div>`;
    }
    case "optimum": {
      const points = answer.points
        .map(
          (point) =>
            `<li><span class="note">${escapeHtml(natureWords(point))}</span> ${large(quantityLatex(point.value))}${besideHtml(decimalBeside(point.value)?.latex)} <span class="note">at</span> ${solutionHtml(point)}</li>`,
        )
        .join("");
      const none = answer.none === undefined ? "" : `<p class="sentence-answer">${escapeHtml(sentenceCase(answer.none))}.</p>`;
      return `<div class="result"><ul class="solutions">${points}</ul>${none}</div>`;
    }
    case "expression": {
      const decimal = besideHtml(answer.decimalLatex);
      const conditions = conditionsHtml(answer.conditionsLatex);
      const why = answer.why === undefined ? "" : `<p class="note">${escapeHtml(sentenceCase(answer.why))}.</p>`;
      const rest = answer.remainderLatex === undefined ? "" : `<p class="note">What is left out is of the order of ${math(answer.remainderLatex)}.</p>`;
      return `<div class="result">${large(quantityLatex(answer.value))}${decimal}${conditions}${why}${rest}</div>`;
    }
    case "truth":
      return `<div class="result"><p class="sentence-answer">${escapeHtml(sentenceCase(answer.sentence))}${
        answer.exceptionsLatex ? `; nothing is said where ${answer.exceptionsLatex.map(math).join(" or ")}` : ""
      }.</p></div>`;
    case "figure": {
      const rows = answer.measures.map(
        ({ text, value, shown }) =>
          `<tr><th scope="row"><code>${escapeHtml(text)}</code></th><td>${large(value.latex)}</td><td>${value.text === shown.text ? "" : large(shown.latex)}${besideHtml(decimalBeside(shown)?.latex)}${shown.degrees ? ` ${math(shown.degrees)}` : ""}</td></tr>`,
      );
      const notes = answer.notes.map((note) => `<p class="note">${escapeHtml(sentenceCase(note))}.</p>`).join("");
      const state = answer.picture.state === undefined ? "" : ` where ${escapeHtml(answer.picture.state)}`;
      return `<figure class="graph numbered">${drawFigure(answer.picture)}<figcaption>${escapeHtml(namesIn(answer.picture))}${state}</figcaption></figure>${rows.length > 0 ? `<table class="measures"><tbody>${rows.join("")}</tbody></table>` : ""}${notes}`;
    }
    case "table":
      return `<div class="result"><table><thead><tr>${answer.headings.map((heading) => `<th scope="col">${math(heading)}</th>`).join("")}</tr></thead><tbody>${answer.rows
        .map((row) => `<tr>${row.map((cell) => `<td>${math(cell.latex)}${besideHtml(decimalBeside(cell)?.latex)}</td>`).join("")}</tr>`)
        .join("")}</tbody></table></div>`;
    case "graph":
      return graphHtml(answer.picture, answer.states ?? []);
  }
}

/** A graph with its numbered caption; several states of it stand side by side. */
function graphHtml(picture: Picture, states: readonly Picture[]): string {
  const caption = escapeHtml(picture.curves.map(({ label }) => label).join(", "));
  const where = picture.state === undefined ? "" : ` where ${escapeHtml(picture.state)}`;
  if (states.length === 0) return `<figure class="graph numbered">${drawSvg(picture)}<figcaption>${caption}${where}</figcaption></figure>`;
  const row = [picture, ...states].map((one) => `<div>${drawSvg(one, STATE_SIZE)}<p>${escapeHtml(one.state ?? "")}</p></div>`).join("");
  return `<figure class="graph numbered states"><div class="row">${row}</div><figcaption>${caption}</figcaption></figure>`;
}

const STATE_SIZE = { width: 220, height: 165 };

function namesIn({ parts }: FigurePicture): string {
  return `Points ${parts.flatMap((part) => (part.kind === "point" ? [part.name] : [])).join(", ")}`;
}

function sentenceCase(text: string): string {
  return text.replace(/^[a-z](?=[a-z])/, (letter) => letter.toUpperCase());
}

function besideHtml(latex: string | undefined): string {
  return latex === undefined ? "" : ` <span class="decimal">≈ ${math(latex)}</span>`;
}

function valuesHtml(values: SolutionReport["values"]): string {
  return Object.entries(values)
    .map(([name, value]) => `${large(valueLatex(name, value))}${besideHtml(decimalBeside(value)?.latex)}`)
    .join(", ");
}

function parametersHtml(parameters: SolutionReport["parameters"]): string {
  return parameters ? ` <span class="note">${escapeHtml(parameterWords(parameters))}</span>` : "";
}

function solutionHtml(solution: SolutionReport): string {
  const times = solution.multiplicity ? ` <span class="note">counts ${solution.multiplicity} times</span>` : "";
  const free = parametersHtml(solution.parameters);
  const conditions = conditionsHtml(solution.conditionsLatex);
  if (isInterval(solution)) return intervalHtml(solution);
  return `${valuesHtml(solution.values)}${times}${free}${conditions}`;
}

function conditionsHtml(conditions: readonly string[] | undefined): string {
  return conditions ? ` <span class="note">if ${conditions.map(math).join(", ")}</span>` : "";
}

/** Where the unknown lies, in relations alone. */
function intervalHtml({ conditionsLatex = [], parameters = {} }: SolutionReport): string {
  const integers = Object.fromEntries(Object.entries(parameters).filter(([, kind]) => kind === "integer"));
  return `${conditionsLatex.map(large).join(" and ")}${Object.keys(integers).length > 0 ? parametersHtml(integers) : ""}`;
}

function radicalsHtml(radicals: LineReport["radicals"]): string {
  if (!radicals) return "";
  return `<details class="radicals"><summary>By radicals</summary>${radicals.map((one) => `<p>${large(one)}</p>`).join("")}</details>`;
}

function stepsHtml(steps: readonly StepReport[]): string {
  if (steps.length === 0) return "";
  const items = steps.map(
    (step) =>
      `<li><span class="step-words">${step.words.map((piece) => (piece.kind === "words" ? escapeHtml(piece.text) : math(piece.latex))).join("")}</span><span class="step-math">${large(step.latex)}</span>${nailSvg(step.verdict)}</li>`,
  );
  return `<details class="steps"><summary>${steps.length === 1 ? "1 step" : `${steps.length} steps`}</summary><ol>${items.join("")}</ol></details>`;
}

function evidenceHtml(checks: readonly CheckReport[], picture: LineReport["picture"]): string {
  if (checks.length === 0) return "";
  const items = checks.map((check) => {
    const lines = check.lines.map((line) => {
      const sides = line.left && line.right ? `left ${math(line.left)}, right ${math(line.right)}; ` : "";
      return `<p>${line.subject ? `${math(line.subject)}: ` : ""}${sides}${escapeHtml(line.note)}</p>`;
    });
    return `<dt>${nailSvg(check.outcome)} ${CHECK_WORDS[check.kind]}</dt><dd>${lines.join("")}</dd>`;
  });
  const drawn = picture ? `<figure class="graph">${drawSvg(picture)}<figcaption>${escapeHtml(picture.description)}</figcaption></figure>` : "";
  return `<details class="evidence"><summary>Evidence</summary><dl>${items.join("")}</dl>${drawn}</details>`;
}

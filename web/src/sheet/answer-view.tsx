import type { Picture } from "@nail-down/core/graph/picture";
import { drawSvg } from "@nail-down/core/graph/svg";
import type { AnswerReport, SolutionReport, Value } from "@nail-down/core/instruction/line-report";
import { decimalBeside, isInterval, natureWords, parameterWords, quantityLatex, reasonBeside, valueLatex } from "@nail-down/core/instruction/report-words";
import { memo, useState } from "react";
import { Mathematics, PartedMathematics } from "../parts/mathematics.tsx";
import { FigureView } from "./graph/figure-view.tsx";
import { GraphView } from "./graph/graph-view.tsx";
import type { GraphActions, GraphPlace } from "./graph/place.ts";
import { TableView } from "./table-view.tsx";

const sentenceCase = (text: string): string => text.replace(/^[a-z](?=[a-z])/, (letter) => letter.toUpperCase());

function Decimal({ latex }: { readonly latex: string | undefined }) {
  if (latex === undefined) return null;
  return (
    <span className="ml-2 whitespace-nowrap text-[0.92em] text-steel">
      ≈ <Mathematics latex={latex} />
    </span>
  );
}

function Values({ values }: { readonly values: Readonly<Record<string, Value>> }) {
  return Object.entries(values).map(([name, value]) => (
    <span key={name} className="my-1 mr-3 inline-block">
      <Mathematics latex={valueLatex(name, value)} large />
      <Decimal latex={decimalBeside(value)?.latex} />
    </span>
  ));
}

function Conditions({ conditions }: { readonly conditions: readonly string[] | undefined }) {
  if (!conditions) return null;
  return (
    <span className="text-[0.92em] text-steel">
      if{" "}
      {conditions.map((condition, index) => (
        <span key={condition}>
          {index > 0 && ", "}
          <Mathematics latex={condition} />
        </span>
      ))}
    </span>
  );
}

/** Where the unknown lies, in relations alone. */
function IntervalView({ conditionsLatex = [], parameters = {} }: SolutionReport) {
  const integers = Object.fromEntries(Object.entries(parameters).filter(([, kind]) => kind === "integer"));
  return (
    <>
      {conditionsLatex.map((condition, index) => (
        <span key={condition}>
          {index > 0 && " and "}
          <Mathematics latex={condition} large />
        </span>
      ))}
      {Object.keys(integers).length > 0 && <span className="ml-3 text-[0.92em] text-steel">{parameterWords(integers)}</span>}
    </>
  );
}

function SolutionView({ solution }: { readonly solution: SolutionReport }) {
  if (isInterval(solution)) return <IntervalView {...solution} />;
  return (
    <>
      <Values values={solution.values} />
      {solution.multiplicity !== undefined && <span className="mr-3 text-[0.92em] text-steel">counts {solution.multiplicity} times</span>}
      {solution.parameters && <span className="mr-3 text-[0.92em] text-steel">{parameterWords(solution.parameters)}</span>}
      <Conditions conditions={solution.conditionsLatex} />
    </>
  );
}

function OptimumView({ answer }: { readonly answer: AnswerReport & { readonly kind: "optimum" } }) {
  return (
    <>
      <ul className="list-none">
        {answer.points.map((point) => (
          <li key={JSON.stringify(point.values)} className="py-1">
            <span className={point.global ? "font-semibold" : "text-steel"}>{natureWords(point)}</span> <Mathematics latex={quantityLatex(point.value)} large />
            <Decimal latex={decimalBeside(point.value)?.latex} /> <span className="text-[0.92em] text-steel">at</span> <SolutionView solution={point} />
          </li>
        ))}
      </ul>
      {answer.none !== undefined && <p>{sentenceCase(answer.none)}.</p>}
    </>
  );
}

/** Puts an instruction for the line into the writing line: the rewrite and the part it is for. */
export type ProposeRewrite = (rewrite: string, part: string) => void;

const REWRITES = ["simplify", "expand", "factor", "combine"] as const;

/** A value whose parts can be clicked; the rewrites that are offered for the chosen part are put into the writing line. */
function Parted({ parted, propose }: { readonly parted: { readonly latex: string; readonly parts: readonly string[] }; readonly propose: ProposeRewrite }) {
  const [chosen, setChosen] = useState<number>();
  const part = chosen === undefined ? undefined : parted.parts[chosen];
  return (
    <>
      <PartedMathematics latex={parted.latex} chosen={chosen} choose={(next) => setChosen(next === chosen ? undefined : next)} />
      {part !== undefined && (
        <span className="mt-1 flex gap-3 font-sans text-[0.8em] text-steel">
          this part:
          {REWRITES.map((rewrite) => (
            <button
              key={rewrite}
              type="button"
              aria-label={`${rewrite} the part ${part}`}
              className="underline decoration-dotted underline-offset-4 hover:text-copper"
              onClick={() => propose(rewrite, part)}
            >
              {rewrite}
            </button>
          ))}
        </span>
      )}
    </>
  );
}

/** The result of a line as it stands on the sheet. */
export const AnswerView = memo(function AnswerView({
  answer,
  place,
  propose,
  actions,
}: {
  readonly answer: AnswerReport;
  readonly place: GraphPlace;
  readonly propose: ProposeRewrite;
  readonly actions: GraphActions;
}) {
  switch (answer.kind) {
    case "solutions":
      return (
        <>
          {answer.solutions.length === 0 && <p>{sentenceCase(answer.reason)}.</p>}
          <ul className="list-none">
            {answer.solutions.map((solution) => (
              <li key={JSON.stringify(solution.values)} className="py-1">
                <SolutionView solution={solution} />
              </li>
            ))}
          </ul>
          {answer.solutions.length > 0 && <p className="text-[0.88em] text-steel">{sentenceCase(answer.reason)}.</p>}
          {answer.complexSolutions && (
            <p className="text-[0.94em] text-steel">
              The complex solutions are{" "}
              {answer.complexSolutions.map((solution, index) => (
                <span key={JSON.stringify(solution.values)}>
                  {index > 0 && "and "}
                  <SolutionView solution={solution} />
                </span>
              ))}
            </p>
          )}
          {answer.rejected?.map(({ values, reason }) => (
            <p key={JSON.stringify(values)} className="text-[0.92em] text-steel">
              <em>set aside:</em> <Values values={values} /> ({reasonBeside(reason)})
            </p>
          ))}
        </>
      );
    case "optimum":
      return <OptimumView answer={answer} />;
    case "expression":
      return (
        <div>
          {answer.parted ? <Parted parted={answer.parted} propose={propose} /> : <Mathematics latex={quantityLatex(answer.value)} large />}
          <Decimal latex={answer.decimalLatex} /> <Conditions conditions={answer.conditionsLatex} />
          {answer.why !== undefined && <p className="text-[0.92em] text-steel">{sentenceCase(answer.why)}.</p>}
          {answer.remainderLatex !== undefined && (
            <p className="text-[0.92em] text-steel">
              What is left out is of the order of <Mathematics latex={answer.remainderLatex} />.
            </p>
          )}
        </div>
      );
    case "truth":
      return (
        <p className={answer.holds === false ? "text-bent" : ""}>
          {sentenceCase(answer.sentence)}
          {answer.exceptionsLatex && (
            <span className="text-[0.92em] text-steel">
              ; nothing is said where{" "}
              {answer.exceptionsLatex.map((exception, index) => (
                <span key={exception}>
                  {index > 0 && " or "}
                  <Mathematics latex={exception} />
                </span>
              ))}
            </span>
          )}
          .
        </p>
      );
    case "table":
      return <TableView columns={answer.columns} headings={answer.headings} rows={answer.rows} />;
    case "figure":
      return <FigureAnswer answer={answer} place={place} actions={actions} />;
    case "graph":
      return answer.states ? (
        <GraphStates pictures={[answer.picture, ...answer.states]} />
      ) : (
        <GraphView drawn={answer.picture} place={place} actions={actions} />
      );
  }
});

const STATE_SIZE = { width: 220, height: 165 };

/** Several states of one graph side by side. */
function GraphStates({ pictures }: { readonly pictures: readonly Picture[] }) {
  return (
    <div className="my-1 grid grid-cols-[repeat(auto-fit,minmax(7.5rem,1fr))] gap-2">
      {pictures.map((picture) => (
        <figure key={picture.state ?? ""} className="border border-rule [&_svg]:h-auto [&_svg]:w-full">
          <div dangerouslySetInnerHTML={{ __html: drawSvg(picture, STATE_SIZE) }} />
          <figcaption className="pb-1 text-center text-[0.92em] text-steel">{picture.state}</figcaption>
        </figure>
      ))}
    </div>
  );
}

/** A figure with what is measured in it: as it is used in lines, exactly, and in the state shown. */
function FigureAnswer({
  answer,
  place,
  actions,
}: {
  readonly answer: AnswerReport & { readonly kind: "figure" };
  readonly place: GraphPlace;
  readonly actions: GraphActions;
}) {
  return (
    <>
      <FigureView drawn={answer.picture} place={place} actions={actions} />
      {answer.measures.length > 0 && (
        <ul className="my-1 list-none text-[0.95em]">
          {answer.measures.map(({ text, value, shown }) => (
            <li key={text} className="flex flex-wrap items-center gap-x-2 py-0.5">
              <button
                type="button"
                title="use it in the next line"
                className="whitespace-nowrap font-mono text-[0.85em] text-steel hover:text-copper"
                onClick={() => actions.write(text)}
              >
                {text}
              </button>
              <Mathematics latex={`= ${value.latex}`} />
              {value.text !== shown.text && (
                <span>
                  <span className="text-steel">here</span> <Mathematics latex={shown.latex} />
                </span>
              )}
              {shown.degrees === undefined ? (
                <Decimal latex={decimalBeside(shown)?.latex} />
              ) : (
                <span className="whitespace-nowrap text-steel">
                  <Mathematics latex={shown.degrees} />
                </span>
              )}
            </li>
          ))}
        </ul>
      )}
      {answer.notes.map((note) => (
        <p key={note} className="text-tacked">
          {sentenceCase(note)}.
        </p>
      ))}
    </>
  );
}

import { drawSvg } from "@nail-down/core/graph/svg";
import type { CheckReport, LineReport } from "@nail-down/core/instruction/line-report";
import { Mathematics } from "../parts/mathematics.tsx";
import { Nail } from "../parts/nail.tsx";
import { ApproachChart } from "./approach-chart.tsx";
import { DifferenceChart } from "./difference-chart.tsx";

const HEADINGS: Readonly<Record<CheckReport["kind"], string>> = {
  substitution: "Put back",
  comparison: "Compared",
  completeness: "Counted",
  dimensions: "Dimensions",
  steps: "Steps",
};

const MEANING = {
  nailed: "Nailed: proven exactly, and the numbers agree.",
  tacked: "Tacked: the numbers agree within proven bounds; there is no exact proof.",
  loose: "Loose: not checked, or not decided.",
  bent: "Bent: a check contradicts this.",
} as const;

const EVIDENCE_SIZE = { width: 380, height: 260 };
/** From so many solutions on, a chart of the digits is quicker to read than the list. */
const MANY = 6;

/** The digits to which both sides were found to agree, in the order of the solutions. */
function digitsOf(report: LineReport): readonly number[] {
  const compared = report.checks.find((check) => check.kind === "comparison");
  return (compared?.lines ?? []).flatMap(({ note }) => {
    const found = /agree to (\d+) digits/.exec(note)?.[1];
    return found === undefined ? [] : [Number(found)];
  });
}

/** The evidence for the selected line. */
export function EvidencePanel({ report, number }: { readonly report: LineReport | undefined; readonly number: number }) {
  if (!report || report.checks.length === 0) {
    return (
      <p className="text-steel">
        {report ? "This line claims nothing that could be checked." : "Choose the nail at the end of a line to see what was checked."}
      </p>
    );
  }
  const digits = digitsOf(report);
  return (
    <>
      <h2 className="mb-1 flex items-center gap-2 font-serif text-lg font-semibold">
        {report.verdict && <Nail verdict={report.verdict} size={18} />} Line {number}
      </h2>
      {report.verdict && <p className="mb-3 text-[14px] text-steel">{MEANING[report.verdict]}</p>}
      {report.picture && (
        <div className="mb-2 border border-rule [&_svg]:h-auto [&_svg]:w-full" dangerouslySetInnerHTML={{ __html: drawSvg(report.picture, EVIDENCE_SIZE) }} />
      )}
      {digits.length >= MANY && <DifferenceChart digits={digits} />}
      <dl>
        {report.checks.map((check) => (
          <div key={check.kind + check.detail} className="border-t border-rule py-2">
            <dt className="flex items-center gap-2 font-semibold">
              <Nail verdict={check.outcome} size={14} /> {HEADINGS[check.kind]}
            </dt>
            <dd className="text-[14px]">
              {check.approach && <ApproachChart sides={check.approach} />}
              {(check.lines.length > 0 ? check.lines : [{ note: check.detail }]).map((line) => (
                <Evidence key={JSON.stringify(line)} line={line} />
              ))}
            </dd>
          </div>
        ))}
      </dl>
    </>
  );
}

function Evidence({ line }: { readonly line: CheckReport["lines"][number] }) {
  // A value alone is a row of a table.
  if (line.subject !== undefined && line.left === undefined)
    return (
      <div className="mt-1 flex flex-wrap items-baseline gap-x-3">
        <Mathematics latex={line.subject} />
        <span className="text-steel">{line.note}</span>
      </div>
    );
  return (
    <div className="mt-1 overflow-x-auto">
      {line.subject !== undefined && (
        <div>
          <Mathematics latex={line.subject} />
        </div>
      )}
      {line.left !== undefined && line.right !== undefined && (
        <div className="overflow-x-auto pl-3">
          <div>
            left <Mathematics latex={line.left} />
          </div>
          <div>
            right <Mathematics latex={line.right} />
          </div>
        </div>
      )}
      <p className="pl-3 text-steel">{line.note}</p>
    </div>
  );
}

import { CHECK_HEADINGS, VERDICT_MEANINGS } from "@nail-down/core/document/verdict-words";
import { drawSvg } from "@nail-down/core/graph/svg";
import type { CheckReport, LineReport } from "@nail-down/core/instruction/line-report";
import { Nail } from "../parts/nail.tsx";
import { ApproachChart } from "./approach-chart.tsx";
import { DifferenceChart } from "./difference-chart.tsx";
import { Inlines } from "./inlines.tsx";

const EVIDENCE_SIZE = { width: 380, height: 260 };
/** From so many solutions on, a chart of the digits is quicker to read than the list. */
const MANY = 6;

/** The digits to which both sides were found to agree, in the order of the solutions. */
function digitsOf(report: LineReport): readonly number[] {
  const compared = report.checks.find((check) => check.kind === "comparison");
  return (compared?.lines ?? []).flatMap(({ digits }) => digits ?? []);
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
      {report.verdict && <p className="mb-3 text-[14px] text-steel">{VERDICT_MEANINGS[report.verdict]}</p>}
      {report.picture && (
        <div className="mb-2 border border-rule [&_svg]:h-auto [&_svg]:w-full" dangerouslySetInnerHTML={{ __html: drawSvg(report.picture, EVIDENCE_SIZE) }} />
      )}
      {digits.length >= MANY && <DifferenceChart digits={digits} />}
      <dl>
        {report.checks.map((check) => (
          <div key={check.kind + check.detail} className="border-t border-rule py-2">
            <dt className="flex items-center gap-2 font-semibold">
              <Nail verdict={check.outcome} size={14} /> {CHECK_HEADINGS[check.kind]}
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
  if (line.subject !== undefined && line.sides === undefined)
    return (
      <div className="mt-1 flex flex-wrap items-baseline gap-x-3">
        <span>
          <Inlines line={line.subject} />
        </span>
        <span className="text-steel">{line.note}</span>
      </div>
    );
  return (
    <div className="mt-1 overflow-x-auto">
      {line.subject !== undefined && (
        <div>
          <Inlines line={line.subject} />
        </div>
      )}
      {line.sides !== undefined && (
        <div className="overflow-x-auto pl-3">
          <div>
            left <Inlines line={line.sides.left} />
          </div>
          <div>
            right <Inlines line={line.sides.right} />
          </div>
        </div>
      )}
      <p className="pl-3 text-steel">{line.note}</p>
    </div>
  );
}

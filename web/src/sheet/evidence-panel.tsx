import { CHECK_HEADINGS, CHECK_MEANINGS, VERDICT_MEANINGS } from "@nail-down/core/document/verdict-words";
import { drawSvg } from "@nail-down/core/graph/svg";
import type { CheckReport, LineReport } from "@nail-down/core/instruction/line-report";
import { Folded } from "../parts/folded.tsx";
import { Agreement, Nail } from "../parts/nail.tsx";
import { bench } from "../store/bench.ts";
import { useAppDispatch, useAppSelector } from "../store/store.ts";
import { ApproachChart, Chart, DifferenceChart } from "./charts/lazily.tsx";
import { Inlines } from "./inlines.tsx";

const EVIDENCE_SIZE = { width: 380, height: 260 };
/** From so many solutions on, a chart of the digits is quicker to read than the list. */
const MANY = 6;

/** The digits to which both sides were found to agree, in the order of the solutions. */
function digitsOf(report: LineReport): readonly number[] {
  const compared = report.checks.find((check) => check.kind === "comparison");
  return (compared?.lines ?? []).flatMap(({ digits }) => digits ?? []);
}

/** Whether there is something to show for a line. */
const hasEvidence = (report: LineReport | undefined): report is LineReport => report !== undefined && report.checks.length > 0;

/** The line whose evidence is shown: the pinned one, the one with the focus, else the last that has some. */
function useShownLine(): { readonly number: number; readonly report: LineReport | undefined; readonly isPinned: boolean } | undefined {
  const { told, focus, pinned } = useAppSelector((state) => state.bench);
  const lines = useAppSelector((state) => state.sheet.present.lines);
  const placeOf = (id: string | null): number => lines.findIndex((line) => line.id === id);
  const reportAt = (place: number): LineReport | undefined => told[lines[place]?.id ?? ""]?.report;
  const isPinned = placeOf(pinned) >= 0;
  const own = isPinned ? placeOf(pinned) : placeOf(focus);
  const place = own >= 0 ? own : lines.findLastIndex(({ id }) => hasEvidence(told[id]?.report));
  return place < 0 ? undefined : { number: place + 1, report: reportAt(place), isPinned };
}

/** The evidence for a line. */
export function EvidencePanel() {
  const dispatch = useAppDispatch();
  const shown = useShownLine();
  if (!shown) return <p className="text-steel">What was checked of a line stands here as soon as there is one.</p>;
  const { number, report, isPinned } = shown;
  if (!hasEvidence(report)) return <p className="text-steel">Line {number} claims nothing that could be checked.</p>;
  const digits = digitsOf(report);
  return (
    <>
      <h2 className="mb-1 flex items-center gap-2 font-serif text-lg font-semibold">
        {report.verdict && <Nail verdict={report.verdict} size={18} />} Line {number}
        {isPinned && (
          <button
            type="button"
            onClick={() => dispatch(bench.pinned(null))}
            title="follow the line that has the focus again"
            className="ml-auto rounded border border-rule px-2 font-normal font-sans text-[13px] text-steel hover:border-steel"
          >
            Kept in view ✕
          </button>
        )}
      </h2>
      {report.verdict && <p className="mb-3 text-[14px] text-steel">{VERDICT_MEANINGS[report.verdict]}</p>}
      {report.picture && (
        <div
          className="mb-2 max-w-md border border-rule [&_svg]:h-auto [&_svg]:w-full"
          dangerouslySetInnerHTML={{ __html: drawSvg(report.picture, EVIDENCE_SIZE) }}
        />
      )}
      {digits.length >= MANY && (
        <Chart>
          <DifferenceChart digits={digits} />
        </Chart>
      )}
      <dl>
        {report.checks.map((check) => (
          <CheckView key={check.kind + check.detail} check={check} isCertain={report.verdict === "nailed"} />
        ))}
      </dl>
    </>
  );
}

/** One kind of check: its mark, what was done, what was found, and the mathematics of it folded below. */
function CheckView({ check, isCertain }: { readonly check: CheckReport; readonly isCertain: boolean }) {
  // Beside a proof, agreement of the numbers is no unproven claim.
  const agrees = check.kind === "comparison" && check.outcome === "tacked";
  const lines = check.lines.length > 0 ? check.lines : [{ note: check.detail }];
  const grounds = [...new Set(lines.flatMap((line) => line.grounds ?? []))];
  return (
    <div className="border-t border-rule py-2">
      <dt className="flex items-center gap-2 font-semibold">
        {agrees && isCertain ? <Agreement /> : <Nail verdict={check.outcome} size={14} />} {CHECK_HEADINGS[check.kind]}
      </dt>
      <dd className="text-[14px]">
        <p className="text-[13px] text-steel italic">{CHECK_MEANINGS[check.kind]}</p>
        {check.approach && (
          <Chart>
            <ApproachChart sides={check.approach} />
          </Chart>
        )}
        {lines.map((line) => (
          <Evidence key={JSON.stringify(line)} line={line} />
        ))}
        {check.advice !== undefined && (
          <p className="mt-1">
            <span className="font-semibold">To decide it:</span> {check.advice}.
          </p>
        )}
        {grounds.length > 0 && (
          <Folded label="how it is known">
            {grounds.map((ground) => (
              <p key={ground} className="text-steel">
                {ground}
              </p>
            ))}
          </Folded>
        )}
      </dd>
    </div>
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

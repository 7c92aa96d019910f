import type { Verdict } from "@nail-down/core/check/verdict";
import { weakest } from "@nail-down/core/check/verdict";
import type { LineReport } from "@nail-down/core/instruction/line-report";
import { useEffect, useRef, useState } from "react";
import { Link } from "react-router";
import type { ProblemRecord, SetRecord } from "../api/client.ts";
import { Engine, unlessStopped } from "../compute/engine.ts";
import { Nail } from "../parts/nail.tsx";
import { loadSettings } from "../parts/settings.ts";
import { useAppSelector } from "../store/store.ts";

/** The verdict of a problem: the weakest of its lines', bent where a line cannot be carried out. */
function problemVerdict(reports: readonly LineReport[]): Verdict | undefined {
  const verdicts = reports.flatMap((report): readonly Verdict[] => (report.error ? ["bent"] : report.verdict ? [report.verdict] : []));
  return verdicts.length === 0 ? undefined : weakest(verdicts);
}

interface Known {
  /** The version that was run, with what the set says of it. */
  readonly version: string;
  readonly verdict: Verdict | undefined;
}

/** The verdicts of the problems that are not open, each run once a version. */
function useVerdicts({ problems, frontMatter }: SetRecord, openId: string): ReadonlyMap<string, Known> {
  const [verdicts, setVerdicts] = useState<ReadonlyMap<string, Known>>(new Map());
  const known = useRef(verdicts);
  known.current = verdicts;
  const others = problems.filter(({ id }) => id !== openId);
  const versionOf = ({ version }: ProblemRecord): string => `${version} ${frontMatter}`;
  const wanted = others.map((problem) => `${problem.id} ${versionOf(problem)}`).join();
  // biome-ignore lint/correctness/useExhaustiveDependencies: what is wanted says all that matters of the others
  useEffect(() => {
    const open = others.filter((problem) => known.current.get(problem.id)?.version !== versionOf(problem));
    if (open.length === 0) return;
    const overview = new Engine();
    const look = async (): Promise<void> => {
      const settings = await loadSettings(frontMatter);
      for (const problem of open) {
        const verdict = problemVerdict(await overview.report(problem.working, settings));
        setVerdicts((before) => new Map(before).set(problem.id, { version: versionOf(problem), verdict }));
      }
      overview.stop();
    };
    look().catch(unlessStopped);
    return () => overview.stop();
  }, [wanted]);
  return verdicts;
}

/** The set's problems with their verdicts; those that are not open are run in a worker of their own. */
export function ProblemList({ set, problemId }: { readonly set: SetRecord; readonly problemId: string }) {
  const told = useAppSelector((state) => state.bench.told);
  const title = useAppSelector((state) => state.sheet.present.title);
  const verdicts = useVerdicts(set, problemId);
  return (
    <nav aria-label="problems of the set" className="py-4 pr-2 pl-4 text-[14px]">
      <ol className="space-y-1">
        {set.problems.map((problem, index) => {
          const open = problem.id === problemId;
          const verdict = open ? problemVerdict(Object.values(told).map(({ report }) => report)) : verdicts.get(problem.id)?.verdict;
          return (
            <li key={problem.id}>
              <Link
                to={`/sets/${set.id}/problems/${problem.id}`}
                aria-current={open ? "page" : undefined}
                className={`flex items-baseline gap-2 rounded px-2 py-1 hover:bg-paper ${open ? "bg-paper font-semibold" : "text-steel"}`}
              >
                <span className="text-copper">{index + 1}</span>
                <span className="flex-1 leading-snug">{open ? title : problem.title}</span>
                {verdict && <Nail verdict={verdict} size={12} />}
              </Link>
            </li>
          );
        })}
      </ol>
    </nav>
  );
}

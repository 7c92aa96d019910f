import { type Choices, choicesOf, type PublicationKind } from "@nail-down/core/composition/choices";
import type { Detail } from "@nail-down/core/document/derivation";
import { LIMITS } from "@nail-down/core/problemset/limits";
import { settingsOf } from "@nail-down/core/problemset/settings";
import { Dialog, RadioGroup } from "radix-ui";
import { useCallback, useEffect, useState } from "react";
import { Link } from "react-router";
import { ApiFault, api, type Job, type NotNailed, type Preview, type Publication, type SetRecord } from "../api/client.ts";
import { Button, Fault } from "../parts/controls.tsx";
import { LeaveModal } from "../parts/modal.tsx";
import { hasEnded, progressWords, useJob, useLeaving, type Work } from "./use-job.ts";

interface Option<Value extends string> {
  readonly value: Value;
  readonly label: string;
  readonly about: string;
}

const KINDS: readonly Option<PublicationKind>[] = [
  { value: "handout", label: "Handout", about: "the problems with their questions and hints" },
  { value: "worked", label: "Worked solutions", about: "the problems with the way to each answer" },
  { value: "key", label: "Answer key", about: "the problems with an answer for each part" },
];

const DETAILS: readonly Option<Detail>[] = [
  { value: "every step", label: "Every step", about: "as on the bench" },
  { value: "main steps", label: "Main steps", about: "what is done in passing is joined" },
  { value: "answer", label: "Answers only", about: "what each line comes to" },
];

/** A preview and what is published. */
const OWN_JOBS = 2;

/** The page as readers will get it, what to publish, the lines that are not nailed, and what is published already. */
export function Publishing({ set, again }: { readonly set: SetRecord; readonly again: () => void }) {
  const [choices, setChoices] = useState(() => choicesOf(settingsOf(set.frontMatter).settings));
  const [fault, setFault] = useState("");
  const preview = useJob(api.preview);
  const publishing = usePublishing(set, again);
  const { begin, stop } = preview;
  useEffect(() => {
    void begin(() => api.beginPreview(set.id, choices));
    return () => stop(true);
  }, [set.id, choices, begin, stop]);
  const withdraw = async (kind: PublicationKind): Promise<void> => {
    setFault("");
    try {
      await api.withdraw(set.id, kind);
      again();
    } catch (error) {
      if (!(error instanceof ApiFault)) throw error;
      setFault(error.message);
    }
  };
  const choose = (change: Partial<Choices>): void => setChoices({ ...choices, ...change });
  const { work } = publishing;
  const busy = work.kind === "working";
  return (
    <div className="grid gap-5 md:min-h-0 md:flex-1 md:grid-cols-[19rem_minmax(0,1fr)]">
      <div className="flex flex-col gap-3 p-1 md:overflow-y-auto">
        <Options label="what to publish" options={KINDS} value={choices.kind} choose={(kind) => choose({ kind })} />
        {choices.kind === "worked" && <Options label="how much of the way" options={DETAILS} value={choices.detail} choose={(detail) => choose({ detail })} />}
        {choices.kind === "worked" && <Check label="Number every line" checked={choices.allNumbers} change={(allNumbers) => choose({ allNumbers })} />}
        {choices.kind === "handout" && <Check label="Leave room to write" checked={choices.space} change={(space) => choose({ space })} />}
        {preview.work.kind === "done" && <Unproven set={set} notNailed={preview.work.result.notNailed} />}
        {publishing.others >= LIMITS.jobs - OWN_JOBS && (
          <p className="text-steel">
            {publishing.others} other sets of yours are being worked on: {LIMITS.jobs} places are all there are at the same time, and this one wants {OWN_JOBS}.
          </p>
        )}
        {fault !== "" && <Fault>{fault}</Fault>}
        {work.kind === "failed" && <Fault>{work.message}</Fault>}
        <div className="flex gap-2">
          <Button look="strong" disabled={busy} onClick={() => void publishing.begin(() => api.beginPublishing(set.id, choices))}>
            {busy ? "Publishing …" : "Publish"}
          </Button>
          {busy && <Button onClick={publishing.cancel}>Cancel</Button>}
          <LeaveModal>Close</LeaveModal>
        </div>
        {busy && <Progress job={work.job} />}
        {work.kind === "done" && <Address publication={work.result.publication} />}
        <Published set={set} busy={busy} withdraw={(kind) => void withdraw(kind)} />
        <SaveAs set={set} choices={choices} />
      </div>
      <div className="min-h-[24rem] border border-rule bg-paper">
        <Previewed work={preview.work} />
      </div>
    </div>
  );
}

/** Publishing goes on when the dialog is closed, and is found again when it is opened. */
function usePublishing(set: SetRecord, again: () => void) {
  const fetchResult = useCallback(
    async (id: string) => {
      const published = await api.published(id);
      again();
      return published;
    },
    [again],
  );
  const publishing = useJob(fetchResult);
  const [others, setOthers] = useState(0);
  const { begin, isFree } = publishing;
  useLeaving(publishing.stop, false);
  useEffect(() => {
    const goesOn = async (): Promise<void> => {
      const { jobs } = await api.jobs();
      const active = jobs.filter((job) => !hasEnded(job));
      setOthers(active.filter(({ setId }) => setId !== set.id).length);
      const own = active.find(({ setId, kind }) => setId === set.id && kind === "publish");
      if (own && isFree()) await begin(async () => own);
    };
    // Where it cannot be asked, there is nothing to go on with.
    void goesOn().catch(() => undefined);
  }, [set.id, begin, isFree]);
  return { ...publishing, others };
}

function Progress({ job }: { readonly job: Job | undefined }) {
  const share = job ? job.progress.done / Math.max(1, job.progress.problems) : 0;
  return (
    <div>
      <p role="status" className="text-[14px] text-steel">
        {progressWords(job)}
      </p>
      <progress
        aria-label="problems that are checked"
        value={share}
        max={1}
        className="h-1.5 w-full appearance-none [&::-webkit-progress-bar]:bg-rule [&::-webkit-progress-value]:bg-copper"
      />
    </div>
  );
}

function Previewed({ work }: { readonly work: Work<Preview> }) {
  switch (work.kind) {
    case "done":
      return <iframe title="preview" sandbox="allow-same-origin" srcDoc={work.result.html} className="h-full w-full" />;
    case "working":
      return (
        <div className="p-4">
          <Progress job={work.job} />
        </div>
      );
    case "failed":
      return (
        <p className="p-4 text-steel" role="status">
          {work.message}
        </p>
      );
    case "none":
      return null;
  }
}

function Options<Value extends string>({
  label,
  options,
  value,
  choose,
}: {
  readonly label: string;
  readonly options: readonly Option<Value>[];
  readonly value: Value;
  readonly choose: (value: Value) => void;
}) {
  return (
    <RadioGroup.Root value={value} onValueChange={(next) => choose(options.find((option) => option.value === next)?.value ?? value)} aria-label={label}>
      {options.map((option) => (
        <label key={option.value} className="flex items-baseline gap-2 py-0.5" htmlFor={`publish-${option.value}`}>
          <RadioGroup.Item
            id={`publish-${option.value}`}
            value={option.value}
            className="h-4 w-4 shrink-0 translate-y-0.5 rounded-full border border-steel bg-paper"
          >
            <RadioGroup.Indicator className="block h-full w-full scale-50 rounded-full bg-copper" />
          </RadioGroup.Item>
          <span>
            {option.label} <span className="text-steel">– {option.about}</span>
          </span>
        </label>
      ))}
    </RadioGroup.Root>
  );
}

function Check({ label, checked, change }: { readonly label: string; readonly checked: boolean; readonly change: (checked: boolean) => void }) {
  return (
    <label className="flex items-center gap-2">
      <input type="checkbox" checked={checked} onChange={(event) => change(event.target.checked)} className="accent-copper" />
      {label}
    </label>
  );
}

/** The lines that an author should look at first, each a way to its place on the bench. */
function Unproven({ set, notNailed }: { readonly set: SetRecord; readonly notNailed: readonly NotNailed[] }) {
  if (notNailed.length === 0) return <p className="text-nailed">Every line that claims something is nailed.</p>;
  return (
    <div>
      <p>Not nailed:</p>
      <ul className="list-disc pl-5">
        {notNailed.map(({ index, problem, line, verdict }) => (
          <li key={`${index} ${line}`}>
            <Dialog.Close asChild>
              <Link to={`/sets/${set.id}/problems/${set.problems[index]?.id ?? ""}${line > 0 ? `?line=${line}` : ""}`} className="text-copper underline">
                {problem}
                {line > 0 && `, line ${line}`}
              </Link>
            </Dialog.Close>
            : {verdict}
          </li>
        ))}
      </ul>
    </div>
  );
}

function Address({ publication }: { readonly publication: Publication }) {
  const address = `${location.origin}/p/${publication.address}`;
  return (
    <p role="status" className="rounded border border-rule p-2">
      Published. Readers find it at{" "}
      <a href={`/p/${publication.address}`} target="_blank" rel="noreferrer" data-testid="published-address" className="break-all text-copper underline">
        {address}
      </a>
    </p>
  );
}

/** What readers can see now. */
function Published({ set, busy, withdraw }: { readonly set: SetRecord; readonly busy: boolean; readonly withdraw: (kind: PublicationKind) => void }) {
  const current = KINDS.flatMap(({ value, label }) =>
    set.publications
      .filter((publication) => publication.kind === value && publication.withdrawnAt === null)
      .slice(0, 1)
      .map((publication) => ({ value, label, publication })),
  );
  if (current.length === 0) return null;
  return (
    <ul className="border-t border-rule pt-2" aria-label="published">
      {current.map(({ value, label, publication }) => (
        <li key={publication.id} className="flex items-baseline justify-between gap-3 py-0.5">
          <a href={`/p/${publication.address}`} target="_blank" rel="noreferrer" className="text-copper underline">
            {label}, number {publication.number}
          </a>
          <Button look="quiet" disabled={busy} onClick={() => withdraw(value)}>
            Withdraw
          </Button>
        </li>
      ))}
    </ul>
  );
}

const FORMATS = [
  { format: "html", label: "one HTML file" },
  { format: "latex", label: "LaTeX" },
  { format: "markdown", label: "Markdown" },
] as const;

/** The same as a file. */
function SaveAs({ set, choices }: { readonly set: SetRecord; readonly choices: Choices }) {
  const query = new URLSearchParams({
    kind: choices.kind,
    detail: choices.detail,
    ...(choices.space ? { space: "true" } : {}),
    ...(choices.allNumbers ? { numbers: "all" } : {}),
  });
  return (
    <p className="border-t border-rule pt-2">
      Save as{" "}
      {FORMATS.map(({ format, label }, index) => (
        <span key={format}>
          {index > 0 && ", "}
          <a href={`/api/sets/${set.id}/export/${format}?${query}`} className="text-copper underline" download>
            {label}
          </a>
        </span>
      ))}
      ; the page prints from the browser.
    </p>
  );
}

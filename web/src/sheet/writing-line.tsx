import type { FaultReport } from "@nail-down/core/instruction/line-report";
import { WORDED_ENDINGS } from "@nail-down/core/instruction/reading/line-body";
import { pastedLines } from "@nail-down/core/instruction/reading/pasted-lines";
import { SENTENCE_WORDS } from "@nail-down/core/notation/keywords";
import { LIMITS } from "@nail-down/core/problemset/limits";
import { type ClipboardEvent, type KeyboardEvent, type Ref, useEffect, useImperativeHandle, useRef, useState } from "react";
import type { Preview } from "../compute/bench-core.ts";
import { engine, Stopped } from "../compute/engine.ts";

import { FaultView, Sentence } from "./line-view.tsx";

/** What is wrong with a line that has more characters than one may have. */
const tooLong = (source: string): FaultReport | undefined =>
  source.length > LIMITS.line
    ? { message: `a line may have ${LIMITS.line} characters, and this has ${source.length}`, from: LIMITS.line, to: source.length }
    : undefined;

const SHORTEST_PREFIX = 2;
const READ_AFTER = 50;

export interface WritingHandle {
  readonly insert: (text: string) => void;
  readonly focus: () => void;
  /** Scrolls to it where it has the focus. */
  readonly keepInSight: () => void;
}

interface WritingLineProps {
  readonly before: readonly string[];
  readonly start?: string;
  readonly label: string;
  readonly autoFocus?: boolean;
  /** Earlier sources, for recalling with the Up key. */
  readonly recall?: readonly string[];
  readonly enter: (source: string) => void;
  /** Takes several lines at once, as they are pasted, and how many there is room for. */
  readonly enterLines: (sources: readonly string[]) => void;
  readonly room: number;
  readonly cancel?: () => void;
  readonly handle?: Ref<WritingHandle>;
}

/** Where an instruction is written: typeset as it is read, faults underlined where they are. */
export function WritingLine({ before, start = "", label, autoFocus = false, recall = [], enter, enterLines, room, cancel, handle }: WritingLineProps) {
  const [source, setSource] = useState(start);
  const [preview, setPreview] = useState<Preview | undefined>();
  const [refused, setRefused] = useState<FaultReport | undefined>();
  const [recalled, setRecalled] = useState<number | undefined>();
  const area = useRef<HTMLTextAreaElement>(null);
  const frame = useRef<HTMLDivElement>(null);
  useImperativeHandle(handle, () => ({
    insert: (text) => {
      const at = area.current?.selectionStart ?? source.length;
      setSource(source.slice(0, at) + text + source.slice(at));
      area.current?.focus();
    },
    focus: () => area.current?.focus(),
    keepInSight: () => {
      if (document.activeElement === area.current) frame.current?.scrollIntoView({ block: "nearest" });
    },
  }));
  useEffect(() => {
    if (autoFocus) area.current?.focus();
  }, [autoFocus]);
  useEffect(() => {
    if (source.trim() === "") {
      setPreview(undefined);
      return;
    }
    let current = true;
    const timer = setTimeout(() => {
      engine.read(before, source).then(
        (read) => current && setPreview(read),
        (error: Error) => {
          if (!(error instanceof Stopped)) throw error;
        },
      );
    }, READ_AFTER);
    return () => {
      current = false;
      clearTimeout(timer);
    };
  }, [before, source]);

  const completions = completionsOf(source, preview?.names ?? []);
  const complete = (word: string): void => {
    setSource(`${withoutLastWord(source)}${word} `);
    area.current?.focus();
  };
  const onKeyDown = (event: KeyboardEvent<HTMLTextAreaElement>): void => {
    const [first] = completions;
    if (event.key === "Enter") {
      event.preventDefault();
      if ((source.trim() === "" && !cancel) || tooLong(source)) return;
      enter(source);
      if (!cancel) setSource("");
      setRecalled(undefined);
    } else if (event.key === "Escape" && cancel) cancel();
    else if (event.key === "Tab" && first !== undefined && !event.shiftKey) {
      event.preventDefault();
      complete(first);
    } else if (event.key === "ArrowUp" && recall.length > 0 && (source === "" || recalled !== undefined)) {
      event.preventDefault();
      const index = Math.max(0, (recalled ?? recall.length) - 1);
      setRecalled(index);
      setSource(recall[index] ?? "");
    }
  };
  const onPaste = (event: ClipboardEvent<HTMLTextAreaElement>): void => {
    const { selectionStart, selectionEnd } = event.currentTarget;
    const pasted = pastedLines(event.clipboardData.getData("text/plain"));
    if (pasted.length < 2) return;
    event.preventDefault();
    if (pasted.length > room) {
      setRefused({ message: `these are ${pasted.length} lines, and there is room for ${room}: a working may have ${LIMITS.lines}`, from: 0, to: 0 });
      return;
    }
    const [first = "", last = ""] = [source.slice(0, selectionStart), source.slice(selectionEnd)];
    enterLines(pasted.map((line, k) => `${k === 0 ? first : ""}${line}${k === pasted.length - 1 ? last : ""}`));
    if (!cancel) setSource("");
  };
  const fault = refused ?? tooLong(source) ?? preview?.error;
  return (
    <div ref={frame} className="min-w-0 scroll-my-6">
      <div className="relative font-mono text-[15px] leading-6">
        <div aria-hidden="true" className="pointer-events-none absolute inset-0 px-2 py-1 break-words whitespace-pre-wrap text-transparent">
          {fault ? <Underlined source={source} from={fault.from} to={fault.to} /> : source}
        </div>
        <textarea
          ref={area}
          rows={1}
          value={source}
          onChange={(event) => {
            setRefused(undefined);
            setSource(event.target.value.replace(/\n/g, " "));
          }}
          onKeyDown={onKeyDown}
          onPaste={onPaste}
          aria-label={label}
          aria-invalid={fault !== undefined}
          spellCheck={false}
          autoComplete="off"
          className="relative field-sizing-content block w-full resize-none rounded border border-rule bg-transparent px-2 py-1 text-ink outline-none focus:border-copper focus:ring-1 focus:ring-copper"
        />
      </div>
      <div className="min-h-7 px-2 pt-1" aria-live="polite">
        {fault ? (
          <FaultView
            fault={fault}
            take={(sentence) => {
              setSource(sentence);
              area.current?.focus();
            }}
          />
        ) : (
          preview && (
            <span data-testid="preview">
              <Sentence line={preview.sentence} />
              {preview.notes.map((note) => (
                <span key={note} className="ml-2 text-[0.88em] text-steel italic">
                  {note}
                </span>
              ))}
            </span>
          )
        )}
        {completions.length > 0 && (
          <span className="ml-3 font-sans text-[13px] text-steel">
            {completions.map((word) => (
              <button
                key={word}
                type="button"
                tabIndex={-1}
                onClick={() => complete(word)}
                className="mr-2 rounded border border-rule px-1.5 hover:border-steel"
              >
                {word}
              </button>
            ))}
            Tab completes
          </span>
        )}
      </div>
    </div>
  );
}

/** The characters at fault, underlined; a fault at the end gets a place of its own. */
function Underlined({ source, from, to }: { readonly source: string; readonly from: number; readonly to: number }) {
  const end = Math.max(to, from + 1);
  return (
    <>
      {source.slice(0, from)}
      <span className="underline decoration-bent decoration-wavy decoration-2 underline-offset-4" data-testid="fault">
        {source.slice(from, end) || " "}
      </span>
      {source.slice(end)}
    </>
  );
}

/** A line without the letters at its end. */
function withoutLastWord(source: string): string {
  let end = source.length;
  while (/[A-Za-z]/.test(source.charAt(end - 1))) end -= 1;
  return source.slice(0, end);
}

function completionsOf(source: string, names: readonly string[]): readonly string[] {
  const prefix = /(?:^|[^A-Za-z_])([A-Za-z]+)$/.exec(source)?.[1] ?? "";
  if (prefix.length < SHORTEST_PREFIX) return [];
  const endings = /,\s*[A-Za-z]+$/.test(source) ? WORDED_ENDINGS : [];
  return [...endings, ...SENTENCE_WORDS, ...names].filter((word) => word.startsWith(prefix) && word !== prefix).slice(0, 4);
}

import { PLACE } from "@nail-down/core/instruction/completion/form";
import type { FaultReport } from "@nail-down/core/instruction/line-report";
import { pastedLines } from "@nail-down/core/instruction/reading/pasted-lines";
import { LIMITS } from "@nail-down/core/problemset/limits";
import { type ClipboardEvent, type KeyboardEvent, type Ref, useEffect, useId, useImperativeHandle, useLayoutEffect, useRef, useState } from "react";
import type { Preview } from "../../compute/bench-core.ts";
import { NextList } from "./next-list.tsx";
import { OfferList, QuietOffers } from "./offer-list.tsx";
import { FaultRow, ReadingView, Underlined } from "./reading-view.tsx";
import { nextPlace, put, type Typed, take, typedKey } from "./typing.ts";
import { useRead } from "./use-read.ts";

/** What is wrong with a line that has more characters than one may have. */
const tooLong = (source: string): FaultReport | undefined =>
  source.length > LIMITS.line
    ? { message: `a line may have ${LIMITS.line} characters, and this has ${source.length}`, from: LIMITS.line, to: source.length }
    : undefined;

/** What is said of a line that is to be written before all its places are filled in. */
const unfilled = (source: string): FaultReport | undefined =>
  source.includes(PLACE)
    ? { message: "this place is still to be filled in", from: source.indexOf(PLACE), to: source.indexOf(PLACE) + PLACE.length }
    : undefined;

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
  /** A sentence that stands ready, and what it is there for. */
  readonly ready?: { readonly sentence?: string; readonly why: string } | undefined;
  /** Goes to the lines above. */
  readonly toLines?: () => void;
  readonly handle?: Ref<WritingHandle>;
}

/** Where an instruction is written: typeset as it is read, faults underlined where they are, with what can be put in. */
export function WritingLine({
  before,
  start = "",
  label,
  autoFocus = false,
  recall = [],
  enter,
  enterLines,
  room,
  cancel,
  ready,
  toLines,
  handle,
}: WritingLineProps) {
  const [typed, setTyped] = useState<Typed>({ text: start, from: start.length, to: start.length });
  const [refused, setRefused] = useState<FaultReport | undefined>();
  const [recalled, setRecalled] = useState<number | undefined>();
  const [chosen, setChosen] = useState<number | undefined>();
  /** The text for which what is offered was left. */
  const [left, setLeft] = useState<string | undefined>();
  const [isNextShown, setNextShown] = useState(false);
  const area = useRef<HTMLTextAreaElement>(null);
  const frame = useRef<HTMLDivElement>(null);
  /** Whether anything was written here yet. */
  const isUsed = useRef(false);
  const listId = useId();
  const { text } = typed;
  const read = useRead(before, typed);

  /** Writes by hand of the program: the caret has to be told. */
  const wanted = useRef<Typed | undefined>(start === "" ? undefined : typed);
  const write = (next: Typed): void => {
    wanted.current = next;
    setTyped(next);
    setRefused(undefined);
    setChosen(undefined);
    setNextShown(false);
    area.current?.focus();
  };
  useLayoutEffect(() => {
    const next = wanted.current;
    if (!next) return;
    wanted.current = undefined;
    area.current?.setSelectionRange(next.from, next.to);
  });
  const writeAll = (source: string): void => write(nextPlace({ text: source, from: 0, to: 0 }) ?? { text: source, from: source.length, to: source.length });
  useImperativeHandle(handle, () => ({
    insert: (added) => {
      const at = area.current ? { text, from: area.current.selectionStart, to: area.current.selectionEnd } : typed;
      const done = put(at, added);
      write(nextPlace({ ...done, to: at.from }) ?? done);
    },
    focus: () => area.current?.focus(),
    keepInSight: () => {
      if (document.activeElement === area.current && isUsed.current) frame.current?.scrollIntoView({ block: "nearest" });
    },
  }));
  const isSlot = cancel !== undefined;
  useEffect(() => {
    // A problem that is opened is read from its top.
    if (autoFocus) area.current?.focus({ preventScroll: !isSlot });
  }, [autoFocus, isSlot]);

  const offeredSentence = ready?.sentence;
  useEffect(() => {
    if (offeredSentence !== undefined) setTyped({ text: offeredSentence, from: offeredSentence.length, to: offeredSentence.length });
  }, [offeredSentence]);

  const isCurrent = read?.text === text;
  const { completions, quiet } = isCurrent && read.caret === typed.to && left !== text ? read.preview.offered : NOTHING_OFFERED;
  const isListed = !quiet && completions.length > 0;
  const offered = isListed ? completions : [];
  useEffect(() => {
    if (isListed && document.activeElement === area.current) frame.current?.scrollIntoView({ block: "nearest" });
  }, [isListed]);
  const fault = refused ?? tooLong(text) ?? (read?.text === text ? read.preview.error : undefined);
  const otherwise = isCurrent ? (fault?.suggestion ?? read.preview.notes.find((note) => note.otherwise !== undefined)?.otherwise) : undefined;

  const finish = (): void => {
    const open = unfilled(text);
    if ((text.trim() === "" && !cancel) || tooLong(text)) return;
    if (open) {
      setRefused(open);
      const place = nextPlace({ ...typed, to: 0 });
      if (place) wanted.current = place;
      return;
    }
    enter(text);
    if (!cancel) setTyped({ text: "", from: 0, to: 0 });
    setRecalled(undefined);
    setLeft(undefined);
  };
  const recallEarlier = (): void => {
    const index = Math.max(0, (recalled ?? recall.length) - 1);
    write({ text: recall[index] ?? "", from: (recall[index] ?? "").length, to: (recall[index] ?? "").length });
    setRecalled(index);
  };
  const choose = (by: 1 | -1): void => setChosen(chosen === undefined ? (by > 0 ? 0 : offered.length - 1) : (chosen + by + offered.length) % offered.length);
  const leave = (): void => {
    if (isListed) setLeft(text);
    else if (cancel) cancel();
    else if (text === "") toLines?.();
  };

  /** What a key does here, in the order in which it is looked for; undefined where it is left to the browser. */
  const keyAction = (event: KeyboardEvent<HTMLTextAreaElement>): (() => void) | undefined => {
    const { key, shiftKey, ctrlKey, metaKey, altKey, currentTarget } = event;
    const now: Typed = { text, from: currentTarget.selectionStart, to: currentTarget.selectionEnd };
    const isCommand = ctrlKey || metaKey;
    if (key === "Enter" && isCommand) return otherwise === undefined ? undefined : () => writeAll(otherwise);
    if (key === " " && isCommand) return text === "" ? () => setNextShown(true) : () => setLeft(undefined);
    if (isCommand || altKey) return undefined;
    const taken = offered[chosen ?? 0];
    switch (key) {
      case "Enter":
        return taken && chosen !== undefined ? () => write(take(now, taken)) : finish;
      case "Tab": {
        if (taken && !shiftKey) return () => write(take(now, taken));
        const place = nextPlace(now, shiftKey);
        return place && (() => write(place));
      }
      case "Escape":
        return leave;
      case "ArrowDown":
        return isListed ? () => choose(1) : text === "" && before.length > 0 ? () => setNextShown(true) : undefined;
      case "ArrowUp":
        return isListed ? () => choose(-1) : recall.length > 0 && (text === "" || recalled !== undefined) ? recallEarlier : undefined;
      default: {
        const done = typedKey(now, key);
        return done && (() => write(done));
      }
    }
  };
  const onKeyDown = (event: KeyboardEvent<HTMLTextAreaElement>): void => {
    isUsed.current = true;
    const act = event.nativeEvent.isComposing ? undefined : keyAction(event);
    if (!act) return;
    event.preventDefault();
    act();
  };
  const onPaste = (event: ClipboardEvent<HTMLTextAreaElement>): void => {
    const raw = event.clipboardData.getData("text/plain");
    const now: Typed = { text, from: event.currentTarget.selectionStart, to: event.currentTarget.selectionEnd };
    const pasted = pastedLines(raw);
    const [only] = pasted;
    if (pasted.length < 2) {
      if (only === undefined || only === raw) return;
      event.preventDefault();
      const done = put(now, only);
      write(nextPlace({ ...done, to: now.from }) ?? done);
      return;
    }
    event.preventDefault();
    if (pasted.length > room) {
      setRefused({ message: `these are ${pasted.length} lines, and there is room for ${room}: a working may have ${LIMITS.lines}`, from: 0, to: 0 });
      return;
    }
    const [first, last] = [text.slice(0, now.from), text.slice(now.to)];
    enterLines(pasted.map((line, k) => `${k === 0 ? first : ""}${line}${k === pasted.length - 1 ? last : ""}`));
    if (!cancel) setTyped({ text: "", from: 0, to: 0 });
  };
  return (
    <div ref={frame} className={`min-w-0 scroll-mt-6 ${isListed ? "scroll-mb-72" : "scroll-mb-16"}`}>
      {ready && (
        <p className="mb-1 font-sans text-[14px] text-copper" role="status">
          {ready.why}
          {ready.sentence !== undefined && (
            <>
              {" "}
              <kbd className="font-sans font-semibold">Enter</kbd> writes the line.
            </>
          )}
        </p>
      )}
      <div className="relative font-mono text-[15px] leading-6">
        <div aria-hidden="true" className="pointer-events-none absolute inset-0 px-2 py-1 break-words whitespace-pre-wrap text-transparent">
          {fault ? <Underlined source={text} from={fault.from} to={fault.to} /> : text}
        </div>
        <textarea
          ref={area}
          rows={1}
          value={text}
          onChange={({ target }) => {
            setRefused(undefined);
            setChosen(undefined);
            setNextShown(false);
            setTyped({ text: target.value.replace(/\n/g, " "), from: target.selectionStart, to: target.selectionEnd });
          }}
          onSelect={({ currentTarget: { selectionStart: from, selectionEnd: to } }) =>
            setTyped((now) => (now.from === from && now.to === to ? now : { ...now, from, to }))
          }
          onKeyDown={onKeyDown}
          onPaste={onPaste}
          aria-label={label}
          aria-invalid={fault !== undefined}
          aria-autocomplete="list"
          {...(isListed ? { "aria-controls": listId } : {})}
          {...(isListed && chosen !== undefined ? { "aria-activedescendant": `${listId}-${chosen}` } : {})}
          spellCheck={false}
          autoComplete="off"
          autoCapitalize="off"
          className="relative field-sizing-content block w-full resize-none rounded border border-rule bg-transparent px-2 py-1 text-ink outline-none focus:border-copper focus:ring-1 focus:ring-copper"
        />
      </div>
      <div className="relative min-h-7 px-2 pt-1">
        <span aria-live="polite">{fault ? <FaultRow fault={fault} take={writeAll} /> : read && <ReadingView preview={read.preview} take={writeAll} />}</span>
        {quiet && completions.length > 0 && (
          <div>
            <QuietOffers completions={completions} take={(one) => write(take(typed, one))} />
          </div>
        )}
        {isListed && <OfferList id={listId} completions={offered} chosen={chosen} take={(one) => write(take(typed, one))} />}
        {text === "" && before.length > 0 && !cancel && !isNextShown && (
          <button
            type="button"
            onClick={() => setNextShown(true)}
            title="Ctrl Space, or ↓"
            className="font-sans text-[13px] text-steel hover:text-copper hover:underline"
          >
            What could come next?
          </button>
        )}
        {isNextShown && (
          <NextList
            lines={before}
            take={(sentence) => {
              if (sentence.includes(PLACE)) writeAll(sentence);
              else {
                setNextShown(false);
                enter(sentence);
                area.current?.focus();
              }
            }}
            leave={() => {
              setNextShown(false);
              area.current?.focus();
            }}
          />
        )}
      </div>
    </div>
  );
}

const NOTHING_OFFERED: Preview["offered"] = { completions: [], quiet: true };

import { writtenLatex } from "@nail-down/core/notation/latex";
import { latexWithParts, type Part, type PartedLatex } from "@nail-down/core/notation/parts";
import { writtenPlain } from "@nail-down/core/notation/plain";
import type { Syntax } from "@nail-down/core/notation/syntax";
import { type KeyboardEvent, useEffect, useId, useMemo, useRef, useState } from "react";
import type { Offer } from "../compute/bench-core.ts";
import { engine, unlessStopped } from "../compute/engine.ts";
import { Mathematics, PartedMathematics } from "../parts/mathematics.tsx";
import type { LinePlace } from "./line-place.ts";

/** More rewrites of a part are not read. */
const MOST_OFFERS = 8;

interface Found {
  readonly of: Part;
  readonly offers: readonly Offer[];
  readonly open: boolean;
}

const withOffer = (offers: readonly Offer[], offer: Offer): readonly Offer[] =>
  offers.length < MOST_OFFERS && !offers.some(({ text }) => text === offer.text) ? [...offers, offer] : offers;

/** The rewrites that change a part, as they are found; `open` while some are still tried. */
function useOffers(part: Part | undefined, place: LinePlace): Omit<Found, "of"> {
  const [found, setFound] = useState<Found>();
  useEffect(() => {
    if (!part) return;
    let current = true;
    const show = (change: (before: Found) => Found): void => {
      if (current) setFound((before) => (before?.of === part ? change(before) : before));
    };
    setFound({ of: part, offers: [], open: true });
    engine
      .rewrites(place.working(), place.number, part, (offer) => show((before) => ({ ...before, offers: withOffer(before.offers, offer) })))
      .then(() => show((before) => ({ ...before, open: false })))
      .catch(unlessStopped);
    return () => {
      current = false;
    };
  }, [part, place]);
  return found?.of === part && found ? found : { offers: [], open: true };
}

/** Which part an arrow key leads to; undefined for other keys: up to the part around, down into it, to its neighbours left and right. */
function nextPart(key: string, chosen: number | undefined, { parts }: PartedLatex): number | undefined {
  if (!key.startsWith("Arrow")) return undefined;
  if (chosen === undefined) return parts.length - 1;
  const beside = parts.flatMap(({ within }, k) => (within === parts[chosen]?.within ? [k] : []));
  switch (key) {
    case "ArrowUp":
      return parts[chosen]?.within ?? chosen;
    case "ArrowDown": {
      const inside = parts.findIndex(({ within }) => within === chosen);
      return inside < 0 ? chosen : inside;
    }
    case "ArrowLeft":
      return beside[beside.indexOf(chosen) - 1] ?? chosen;
    case "ArrowRight":
      return beside[beside.indexOf(chosen) + 1] ?? chosen;
    default:
      return undefined;
  }
}

/** A formula whose parts are chosen by a click or the arrow keys; the rewrites that change the chosen part are offered below it. */
export function PartedFormula({ written, rewriting }: { readonly written: Syntax; readonly rewriting: LinePlace }) {
  const parted = useMemo(() => latexWithParts(written), [written]);
  const [chosen, setChosen] = useState<number>();
  const part = chosen === undefined ? undefined : parted.parts[chosen];
  const { offers, open } = useOffers(part, rewriting);
  const list = useRef<HTMLUListElement>(null);
  const formula = useRef<HTMLSpanElement>(null);
  const listId = useId();
  const onKeyDown = (event: KeyboardEvent): void => {
    if (event.key === "Escape") setChosen(undefined);
    else if (event.key === "Enter" && part) list.current?.querySelector("button")?.focus();
    else {
      const next = nextPart(event.key, chosen, parted);
      if (next === undefined) return;
      setChosen(next);
    }
    event.preventDefault();
  };
  return (
    <>
      {/* biome-ignore lint/a11y/useSemanticElements: a formula is no set of fields */}
      <span
        ref={formula}
        role="group"
        // biome-ignore lint/a11y/noNoninteractiveTabindex: its parts are walked through with the arrow keys
        tabIndex={0}
        aria-label={`formula of line ${rewriting.number}; the arrow keys choose a part`}
        aria-controls={part ? listId : undefined}
        onKeyDown={onKeyDown}
        className="rounded focus-visible:outline-2 focus-visible:-outline-offset-1 focus-visible:outline-copper"
      >
        <PartedMathematics latex={parted.latex} chosen={chosen} choose={(next) => setChosen(next === chosen ? undefined : next)} />
      </span>
      <span className="sr-only" aria-live="polite">
        {part && `chosen: ${part.plain}`}
      </span>
      {part && (
        <ul
          ref={list}
          id={listId}
          aria-label={`rewrites of ${part.plain}`}
          className="my-1 border-l-2 border-copper pl-2 font-sans text-[13px]"
          onKeyDown={(event) => {
            if (event.key !== "Escape") return;
            setChosen(undefined);
            formula.current?.focus();
          }}
        >
          {offers.map((offer) => (
            <li key={offer.sentence}>
              <button
                type="button"
                aria-label={`${offer.words}: ${writtenPlain(offer.result)}`}
                onClick={() => {
                  setChosen(undefined);
                  rewriting.add(offer.sentence);
                }}
                className="grid w-full grid-cols-[7.5rem_minmax(0,1fr)] items-center gap-x-3 rounded px-1 py-0.5 text-left hover:bg-copper/10 focus-visible:bg-copper/10"
              >
                <span className="text-steel">{offer.words}</span>
                <span className="overflow-x-auto overflow-y-hidden py-0.5 font-serif text-[15px] text-ink">
                  <Mathematics latex={writtenLatex(offer.result)} large />
                </span>
              </button>
            </li>
          ))}
          {(open || offers.length === 0) && <li className="px-1 py-0.5 text-steel">{open ? "looking for rewrites …" : "no rewrite changes this part"}</li>}
        </ul>
      )}
    </>
  );
}

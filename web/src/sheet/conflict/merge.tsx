import { type ReactNode, useMemo, useState } from "react";
import { Button } from "../../parts/controls.tsx";
import { firstChoice, type Piece, pieces } from "./pieces.ts";

/** A part of something that two have changed, as lines; of a part in one line one is chosen. */
export interface PartInTwo {
  readonly name: string;
  readonly mine: readonly string[];
  readonly theirs: readonly string[];
  readonly isOneLine?: true;
}

const ownText = (lines: readonly string[]): string => lines.join("\n");

/** There is no room for both in one line. */
const chosenFirst = (piece: Piece, { isOneLine }: PartInTwo): string => ownText(isOneLine && piece.kind === "different" ? piece.mine : firstChoice(piece));

/** Two versions side by side, and what becomes of them, part by part; `settle` is told the lines of each part. */
export function Merge({
  parts,
  settle,
  children,
}: {
  readonly parts: readonly PartInTwo[];
  readonly settle: (lines: readonly (readonly string[])[]) => void;
  /** What else closes it. */
  readonly children: ReactNode;
}) {
  const taken = useMemo(() => parts.map((part) => ({ ...part, pieces: pieces(part.mine, part.theirs) })), [parts]);
  const [chosen, setChosen] = useState(() => taken.map((part) => part.pieces.map((piece) => chosenFirst(piece, part))));
  const choose = (part: number, place: number, text: string): void =>
    setChosen(chosen.map((own, k) => (k === part ? own.map((one, j) => (j === place ? text : one)) : own)));
  const linesOf = (part: number): readonly string[] =>
    (taken[part]?.pieces ?? []).flatMap((piece, place) => {
      const text = chosen[part]?.[place] ?? "";
      // A piece that was emptied leaves no blank line behind.
      return piece.kind === "different" && text === "" ? [] : text.split("\n");
    });
  return (
    <>
      <div className="min-h-0 flex-1 overflow-y-auto">
        <div className="sticky top-0 grid grid-cols-3 gap-3 bg-paper pb-1 text-[14px] text-steel">
          <span>Yours</span>
          <span>Stored now</span>
          <span>What it becomes</span>
        </div>
        {taken.map((part, index) => (
          <section key={part.name} aria-label={part.name}>
            <h3 className="mt-3 mb-1 font-serif font-semibold">{part.name}</h3>
            {part.pieces.map((piece, place) => (
              <PieceRow
                // biome-ignore lint/suspicious/noArrayIndexKey: pieces do not move
                key={place}
                piece={piece}
                label={`${part.name}, place ${place + 1}`}
                text={chosen[index]?.[place] ?? ""}
                choose={(text) => choose(index, place, text)}
              />
            ))}
          </section>
        ))}
      </div>
      <div className="mt-3 flex flex-wrap gap-2 border-t border-rule pt-3">
        <Button look="strong" onClick={() => settle(taken.map((_, index) => linesOf(index)))}>
          Store what it becomes
        </Button>
        {children}
      </div>
    </>
  );
}

const LINES = "min-w-0 font-mono text-[13px] leading-5 break-words whitespace-pre-wrap";

function PieceRow({
  piece,
  label,
  text,
  choose,
}: {
  readonly piece: Piece;
  readonly label: string;
  readonly text: string;
  readonly choose: (text: string) => void;
}) {
  if (piece.kind === "same") return <p className={`${LINES} py-0.5 text-steel`}>{ownText(piece.lines)}</p>;
  const [mine, theirs] = [ownText(piece.mine), ownText(piece.theirs)];
  return (
    <div className="grid grid-cols-3 gap-3 border-l-2 border-copper py-1 pl-2">
      <Side lines={mine} take={() => choose(mine)} name={`take this: yours, ${label}`} />
      <Side lines={theirs} take={() => choose(theirs)} name={`take this: what is stored, ${label}`} />
      <div className="min-w-0">
        <textarea
          aria-label={`what becomes of ${label}`}
          value={text}
          onChange={(event) => choose(event.target.value)}
          className={`field-sizing-content w-full rounded border border-rule bg-transparent p-1 ${LINES}`}
        />
        {mine !== "" && theirs !== "" && (
          <Button look="quiet" className="-ml-3" onClick={() => choose(`${theirs}\n${mine}`)}>
            both
          </Button>
        )}
      </div>
    </div>
  );
}

function Side({ lines, take, name }: { readonly lines: string; readonly take: () => void; readonly name: string }) {
  return (
    <div className="min-w-0">
      <p className={LINES}>{lines === "" ? <em className="font-sans text-steel">nothing here</em> : lines}</p>
      <Button look="quiet" className="-ml-3" onClick={take} aria-label={name}>
        take this
      </Button>
    </div>
  );
}

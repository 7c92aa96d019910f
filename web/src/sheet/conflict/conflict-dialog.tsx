import { Dialog } from "radix-ui";
import { useMemo, useState } from "react";
import { Button } from "../../parts/controls.tsx";
import { bench, type Draft, draftOf } from "../../store/bench.ts";
import { useAppDispatch, useAppSelector } from "../../store/store.ts";
import { firstChoice, type Piece, pieces } from "./pieces.ts";

/** The parts of a draft as lines, in the order in which they stand on the sheet. */
const PARTS = [
  { name: "Title", linesOf: ({ title }: Draft) => [title] },
  { name: "Statement", linesOf: ({ statement }: Draft) => statement.split("\n") },
  { name: "Working", linesOf: ({ working }: Draft) => working },
] as const;

const ownText = (lines: readonly string[]): string => lines.join("\n");

/** A title is one line: there is no room for both. */
const title = (piece: Piece): string => ownText(piece.kind === "same" ? piece.lines : piece.mine);

/** Two versions of a problem side by side, and what becomes of them, which is merged by hand. */
export function ConflictDialog() {
  const dispatch = useAppDispatch();
  const { draft, theirs } = useAppSelector((state) => state.bench);
  const [open, setOpen] = useState(false);
  if (!theirs) return null;
  const stored = draftOf(theirs);
  const settle = (settled: Draft): void => {
    setOpen(false);
    dispatch(bench.conflictSettled(settled));
  };
  return (
    <Dialog.Root modal={false} open={open} onOpenChange={setOpen}>
      <Dialog.Trigger className="rounded border border-bent px-3 py-1 hover:bg-bent/10">Compare and merge …</Dialog.Trigger>
      <Dialog.Portal>
        <div className="fixed inset-0 z-10 bg-black/35" aria-hidden="true" />
        <Dialog.Content className="fixed inset-4 z-20 flex flex-col rounded border border-rule bg-paper p-5 text-ink shadow-xl md:inset-x-12 md:inset-y-8">
          <Dialog.Title className="font-serif text-xl font-semibold">Two versions of this problem</Dialog.Title>
          <Dialog.Description className="mb-3 text-steel">
            It was changed elsewhere after you opened it. Choose for each place, or write what it should be; nothing is stored before you say so.
          </Dialog.Description>
          <Merge mine={draft} theirs={stored} settle={settle} />
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}

function Merge({ mine, theirs, settle }: { readonly mine: Draft; readonly theirs: Draft; readonly settle: (draft: Draft) => void }) {
  const parts = useMemo(() => PARTS.map(({ name, linesOf }) => ({ name, pieces: pieces(linesOf(mine), linesOf(theirs)) })), [mine, theirs]);
  const [chosen, setChosen] = useState(() =>
    parts.map(({ name, pieces: own }) => own.map((piece) => (name === "Title" ? title(piece) : ownText(firstChoice(piece))))),
  );
  const choose = (part: number, place: number, text: string): void =>
    setChosen(chosen.map((own, k) => (k === part ? own.map((one, j) => (j === place ? text : one)) : own)));
  const textOf = (part: number): string[] =>
    (parts[part]?.pieces ?? []).flatMap((piece, place) => {
      const text = chosen[part]?.[place] ?? "";
      // A piece that was emptied leaves no blank line behind.
      return piece.kind === "different" && text === "" ? [] : text.split("\n");
    });
  const merged = (): Draft => ({ title: textOf(0).join(" "), statement: textOf(1).join("\n"), working: textOf(2) });
  return (
    <>
      <div className="min-h-0 flex-1 overflow-y-auto">
        <div className="sticky top-0 grid grid-cols-3 gap-3 bg-paper pb-1 text-[14px] text-steel">
          <span>Yours</span>
          <span>Stored now</span>
          <span>What it becomes</span>
        </div>
        {parts.map((part, index) => (
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
        <Button look="strong" onClick={() => settle(merged())}>
          Store what it becomes
        </Button>
        <Button onClick={() => settle(mine)}>Keep all of mine</Button>
        <Button onClick={() => settle(theirs)}>Take all that is stored</Button>
        <Dialog.Close className="rounded px-3 py-1 text-steel hover:text-ink">Later</Dialog.Close>
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

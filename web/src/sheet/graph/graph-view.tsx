import { drawPgf } from "@nail-down/core/graph/pgf";
import type { Picture } from "@nail-down/core/graph/picture";
import type { Position, Window } from "@nail-down/core/graph/scene";
import { DEFAULT_TURN, type Turn } from "@nail-down/core/graph/surface-svg";
import { drawSvg, planeSize } from "@nail-down/core/graph/svg";
import { DEFAULT_SIZE, type Size } from "@nail-down/core/graph/svg-elements";
import { withLabelAt } from "@nail-down/core/instruction/graphs/source";
import { type KeyboardEvent, useCallback, useEffect, useRef, useState } from "react";
import { engine } from "../../compute/engine.ts";
import { Menu } from "../../parts/menu.tsx";
import { LeaveModal, Modal } from "../../parts/modal.tsx";
import { type LinePlace, withLine } from "../line-place.ts";
import { type Bracket, BracketHandles, Questions } from "./bracket.tsx";
import { type CurvePoint, nearestPoint, walked } from "./curve-point.ts";
import { MarksList } from "./marks-list.tsx";
import { ReadValues } from "./read-values.tsx";
import { savePng, saveText } from "./saving.ts";
import { Sliders } from "./sliders.tsx";
import { TOOL, ToolButton } from "./tool-button.tsx";
import { KEYS, TURNS, ZOOM, zoomed } from "./turning.ts";
import { useHand } from "./use-hand.ts";
import { useRedrawn } from "./use-redrawn.ts";
import { aroundMarks, sameWindow } from "./window.ts";

/** The graph's own units on the bench, near the pixels it gets there, so that its letters keep their size. */
const BENCH_SIZE: Size = { width: 440, height: 290 };
/** The same where it has the whole window. */
const LARGE_SIZE: Size = { width: 980, height: 560 };
/** How long the hand must rest before the curves are sampled anew. */
const REST = 120;

interface GraphViewProps {
  readonly drawn: Picture;
  readonly place: LinePlace;
}

/** A graph on the sheet, which can be looked at larger. */
export function GraphView({ drawn, place }: GraphViewProps) {
  const [large, setLarge] = useState(false);
  return (
    <>
      <GraphUnderHand drawn={drawn} place={place} size={BENCH_SIZE} larger={() => setLarge(true)} />
      <Modal
        open={large}
        leave={() => setLarge(false)}
        title={`Graph of line ${place.number}`}
        className="inset-3 mx-auto max-w-[82rem] overflow-y-auto p-4 md:inset-6"
      >
        <GraphUnderHand drawn={drawn} place={place} size={LARGE_SIZE} />
        <LeaveModal>Back to the sheet</LeaveModal>
      </Modal>
    </>
  );
}

/**
 * A graph under the hand: it moves with the pointer, zooms with the wheel, two fingers, the keys and the buttons, and a surface turns.
 * What is known is drawn at once; fresh samples come from the worker when the hand rests. What is done with labels, marks and sliders
 * is written into the line.
 */
function GraphUnderHand({ drawn, place, size, larger }: GraphViewProps & { readonly size: Size; readonly larger?: () => void }) {
  const [picture, setPicture] = useState(drawn);
  const [turn, setTurn] = useState<Turn>(DEFAULT_TURN);
  const [bracket, setBracket] = useState<Bracket>();
  const [reading, setReading] = useState<CurvePoint>();
  const [listed, setListed] = useState(false);
  const frame = useRef<HTMLDivElement>(null);
  const known = useRef(drawn);
  const isSurface = drawn.curves.some((curve) => curve.mesh !== undefined);
  const { window } = picture;
  const { source } = place;
  const changed = window !== drawn.window;

  // A line that was run again keeps the window it is looked at in.
  useEffect(() => {
    if (known.current === drawn) return;
    const before = known.current.window;
    known.current = drawn;
    setPicture((own) => (own.window === before ? drawn : { ...drawn, window: own.window }));
  }, [drawn]);

  const draw = useCallback(({ line, within }: { readonly line: string; readonly within: Window }) => engine.draw(withLine(place, line), within), [place]);
  // Samples of a window that is no longer looked at come too late.
  const redraw = useRedrawn(draw, (fresh) => setPicture((before) => (sameWindow(fresh.window, before.window) ? { ...fresh, window: before.window } : before)));

  useEffect(() => {
    if (!changed) return;
    const timer = setTimeout(() => redraw({ line: source, within: window }), REST);
    return () => clearTimeout(timer);
  }, [changed, source, window, redraw]);

  const look = useCallback((next: (window: Window) => Window): void => {
    setReading(undefined);
    setPicture((before) => ({ ...before, window: next(before.window) }));
  }, []);
  const dragLabel = (number: number, at: Position, isLeft: boolean): void => {
    setPicture((before) => ({ ...before, marks: before.marks.map((mark) => (mark.number === number ? { ...mark, labelAt: at } : mark)) }));
    if (isLeft) place.replace(withLabelAt(source, number, [decimal(at[0]), decimal(at[1])]));
  };
  const point = (at: Position | undefined): void => setReading(at && nearestPoint(picture, size, at));
  useHand({ frame, picture, size, isSurface, look, turn: setTurn, label: dragLabel, point });

  const pressKey = (event: KeyboardEvent<HTMLDivElement>): void => {
    const along = event.shiftKey && !isSurface ? WALKS[event.key] : undefined;
    const [turned, seen] = [TURNS[event.key], KEYS[event.key]];
    if (along) setReading((before) => walked(picture, size, before, along));
    else if (isSurface && turned) setTurn(turned);
    else if (!isSurface && seen) look(seen);
    else return;
    event.preventDefault();
    // The sheet's own keys mean its lines.
    event.stopPropagation();
  };
  const formulas = drawn.curves.flatMap(({ formula }) => (formula === undefined ? [] : [formula]));
  const toggle = (): void => {
    const third = (window.xMax - window.xMin) / 3;
    setBracket(bracket ? undefined : [window.xMin + third, window.xMax - third]);
  };
  const reset = (): void => {
    setBracket(undefined);
    setPicture(drawn);
    setTurn(DEFAULT_TURN);
  };
  const middle = [0.5, 0.5] as const;
  return (
    <div className="my-1 border border-rule">
      <div className="relative">
        <div
          ref={frame}
          role="application"
          aria-label={
            isSurface
              ? "surface: drag or use the arrow keys to turn it"
              : "graph: drag or use the arrow keys to move it, wheel or + and − to zoom; with Shift, ← and → read values along a curve, and ↓ goes to the next one"
          }
          // biome-ignore lint/a11y/noNoninteractiveTabindex: it is moved from the keyboard too
          tabIndex={0}
          className="cursor-grab touch-none select-none active:cursor-grabbing [&_[data-mark]]:cursor-move [&_svg]:h-auto [&_svg]:w-full"
          onKeyDown={pressKey}
          onBlur={() => setReading(undefined)}
          dangerouslySetInnerHTML={{ __html: drawSvg(picture, size, turn, bracket) }}
        />
        {bracket && <BracketHandles bracket={bracket} window={window} size={planeSize(picture, size)} whole={size.height} change={setBracket} />}
        {reading && <ReadValues point={reading} size={size} unitSizes={drawn.unitSizes ?? { x: 1, y: 1 }} />}
      </div>
      <div className="flex flex-wrap items-center border-t border-rule px-1 py-0.5 font-sans text-[13px] text-steel">
        {!isSurface && (
          <>
            <ToolButton label="closer" act={() => look((before) => zoomed(before, 1 / ZOOM, middle))}>
              closer
            </ToolButton>
            <ToolButton label="farther" act={() => look((before) => zoomed(before, ZOOM, middle))}>
              farther
            </ToolButton>
          </>
        )}
        {drawn.marks.length > 1 && !isSurface && (
          <ToolButton label="show all marks" act={() => look((before) => aroundMarks(drawn) ?? before)}>
            all marks
          </ToolButton>
        )}
        {drawn.marks.length > 0 && (
          <ToolButton label="choose marks" act={() => setListed(!listed)} pressed={listed}>
            marks
          </ToolButton>
        )}
        {formulas.length > 0 && !drawn.logarithmic && (
          <ToolButton label="bracket a piece" act={toggle} pressed={bracket !== undefined}>
            a piece
          </ToolButton>
        )}
        <ToolButton label="as it was" act={reset}>
          as it was
        </ToolButton>
        <span className="grow" />
        {larger && (
          <ToolButton label="larger" act={larger}>
            larger
          </ToolButton>
        )}
        <Menu
          title="save the drawing"
          className={TOOL}
          entries={[
            { name: "SVG", beside: "for pages", act: () => saveText(drawSvg(picture, undefined, turn), "image/svg+xml", "graph.svg") },
            { name: "PNG", beside: "for slides", act: () => void savePng(drawSvg(picture, undefined, turn), DEFAULT_SIZE, "graph.png") },
            { name: "TeX", beside: "for LaTeX", act: () => saveText(drawPgf(picture, turn), "text/x-tex", "graph.tex") },
          ]}
        >
          save …
        </Menu>
      </div>
      {bracket && <Questions bracket={bracket} formulas={formulas} variable={drawn.variable} place={place} />}
      <Sliders
        sliders={drawn.sliders ?? []}
        source={source}
        preview={(line) => redraw({ line, within: window })}
        replace={place.replace}
        withNumbers={listed || bracket !== undefined}
      />
      {listed && <MarksList marks={drawn.marks} source={source} replace={place.replace} />}
    </div>
  );
}

/** With Shift the arrow keys go along the curves. */
const WALKS: Readonly<Record<string, Parameters<typeof walked>[3]>> = { ArrowLeft: "backwards", ArrowRight: "forwards", ArrowDown: "next curve" };

const decimal = (value: number): string => String(Number(value.toPrecision(3)));

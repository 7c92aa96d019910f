import { drawPgf } from "@nail-down/core/graph/pgf";
import type { Picture } from "@nail-down/core/graph/picture";
import type { Position, Window } from "@nail-down/core/graph/scene";
import { DEFAULT_TURN, type Turn } from "@nail-down/core/graph/surface-svg";
import { drawSvg, planeSize } from "@nail-down/core/graph/svg";
import { DEFAULT_SIZE } from "@nail-down/core/graph/svg-elements";
import { placer } from "@nail-down/core/graph/svg-place";
import { withLabelAt } from "@nail-down/core/instruction/graphs/source";
import { type KeyboardEvent, type PointerEvent, useCallback, useEffect, useRef, useState } from "react";
import { engine } from "../../compute/engine.ts";
import { type LinePlace, withLine } from "../line-place.ts";
import { type Bracket, BracketHandles, Questions } from "./bracket.tsx";
import { MarksList } from "./marks-list.tsx";
import { savePng, saveText } from "./saving.ts";
import { Sliders } from "./sliders.tsx";
import { ToolButton } from "./tool-button.tsx";
import { KEYS, moved, turnKeys, ZOOM, zoomed } from "./turning.ts";
import { useRedrawn } from "./use-redrawn.ts";

/** The graph's own units on the bench, near the pixels it gets there, so that its letters keep their size. */
const BENCH_SIZE = { width: 440, height: 290 };
/** How long the hand must rest before the curves are sampled anew. */
const REST = 120;
const DEGREES_PER_PIXEL = 0.5;
/** How near the pointer must come to a curve, in the drawing's units, for its values to be read. */
const NEAR = 12;
const READ_FIGURES = 4;

type Reading = { readonly at: Position; readonly place: Position };

/** The drawn point next to a place in the drawing; undefined where no curve is near. */
function nearestPoint(picture: Picture, [left, top]: Position): Reading | undefined {
  const { curves, window, logarithmic } = picture;
  const place = placer(window, planeSize(picture, BENCH_SIZE));
  let best: Reading | undefined;
  let least = NEAR;
  for (const at of curves.flatMap(({ pieces, dots = [] }) => [...pieces.flat(), ...dots])) {
    const own = place(at);
    const distance = Math.hypot(own[0] - left, own[1] - top);
    if (distance < least) [best, least] = [{ at: [logarithmic?.x ? 10 ** at[0] : at[0], logarithmic?.y ? 10 ** at[1] : at[1]], place: own }, distance];
  }
  return best;
}

const read = (value: number): string => String(Number(value.toPrecision(READ_FIGURES))).replace("-", "−");

/** What the pointers do while they are down. */
type Grip =
  | { readonly kind: "move"; readonly x: number; readonly y: number }
  | { readonly kind: "label"; readonly number: number }
  | { readonly kind: "pinch"; readonly distance: number };

/**
 * A graph under the hand: it moves with the pointer, zooms with the wheel, two fingers, the keys and the buttons, and a surface turns.
 * What is known is drawn at once; fresh samples come from the worker when the hand rests. What is done with labels, marks and sliders
 * is written into the line.
 */
export function GraphView({ drawn, place }: { readonly drawn: Picture; readonly place: LinePlace }) {
  const [picture, setPicture] = useState(drawn);
  const [turn, setTurn] = useState<Turn>(DEFAULT_TURN);
  const [bracket, setBracket] = useState<Bracket>();
  const [reading, setReading] = useState<Reading>();
  const [listed, setListed] = useState(false);
  const frame = useRef<HTMLDivElement>(null);
  const grip = useRef<Grip | undefined>(undefined);
  const fingers = useRef(new Map<number, { readonly x: number; readonly y: number }>());
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

  const look = useCallback((next: (window: Window) => Window): void => setPicture((before) => ({ ...before, window: next(before.window) })), []);

  // React listens to the wheel passively, so that the page would scroll as well.
  useEffect(() => {
    const own = frame.current;
    if (!own || isSurface) return;
    const onWheel = (event: WheelEvent): void => {
      event.preventDefault();
      const { left, top, width, height } = own.getBoundingClientRect();
      look((before) => zoomed(before, event.deltaY > 0 ? ZOOM : 1 / ZOOM, [(event.clientX - left) / width, (event.clientY - top) / height]));
    };
    own.addEventListener("wheel", onWheel, { passive: false });
    return () => own.removeEventListener("wheel", onWheel);
  }, [isSurface, look]);

  /** Where the pointer is in the drawing's own units. */
  const placeOf = (event: PointerEvent<HTMLDivElement>): Position => {
    const { left, top, width, height } = event.currentTarget.getBoundingClientRect();
    return [((event.clientX - left) / width) * BENCH_SIZE.width, ((event.clientY - top) / height) * BENCH_SIZE.height];
  };
  const press = (event: PointerEvent<HTMLDivElement>): void => {
    fingers.current.set(event.pointerId, { x: event.clientX, y: event.clientY });
    const mark = event.target instanceof Element ? event.target.getAttribute("data-mark") : null;
    grip.current =
      fingers.current.size === 2
        ? { kind: "pinch", distance: apart([...fingers.current.values()]) }
        : mark !== null
          ? { kind: "label", number: Number(mark) }
          : { kind: "move", x: event.clientX, y: event.clientY };
    event.currentTarget.setPointerCapture(event.pointerId);
  };
  const drag = (event: PointerEvent<HTMLDivElement>): void => {
    const own = grip.current;
    if (!own || !frame.current) {
      setReading(isSurface ? undefined : nearestPoint(picture, placeOf(event)));
      return;
    }
    setReading(undefined);
    fingers.current.set(event.pointerId, { x: event.clientX, y: event.clientY });
    const { left, top, width, height } = frame.current.getBoundingClientRect();
    switch (own.kind) {
      case "label": {
        const at = valueAt(placeOf(event), picture);
        setPicture((before) => ({ ...before, marks: before.marks.map((mark) => (mark.number === own.number ? { ...mark, labelAt: at } : mark)) }));
        return;
      }
      case "pinch": {
        const all = [...fingers.current.values()];
        const distance = apart(all);
        if (isSurface || distance === 0) return;
        const middle = [(mean(all.map(({ x }) => x)) - left) / width, (mean(all.map(({ y }) => y)) - top) / height] as const;
        grip.current = { kind: "pinch", distance };
        look((before) => zoomed(before, own.distance / distance, middle));
        return;
      }
      case "move": {
        const [right, down] = [event.clientX - own.x, event.clientY - own.y];
        grip.current = { kind: "move", x: event.clientX, y: event.clientY };
        if (isSurface)
          setTurn(({ around, above }) => ({
            around: around + right * DEGREES_PER_PIXEL,
            above: Math.min(80, Math.max(5, above + down * DEGREES_PER_PIXEL)),
            moving: true,
          }));
        else look((before) => moved(before, -right / width, down / height));
      }
    }
  };
  const release = (event: PointerEvent<HTMLDivElement>): void => {
    fingers.current.delete(event.pointerId);
    const own = grip.current;
    grip.current = undefined;
    setTurn(({ around, above }) => ({ around, above }));
    const mark = own?.kind === "label" ? picture.marks.find((one) => one.number === own.number) : undefined;
    if (mark?.labelAt && own?.kind === "label") place.replace(withLabelAt(source, own.number, [decimal(mark.labelAt[0]), decimal(mark.labelAt[1])]));
  };
  const pressKey = (event: KeyboardEvent<HTMLDivElement>): void => {
    const action = isSurface ? turnKeys(event.key) : undefined;
    if (action) setTurn(action);
    else if (!isSurface && event.key in KEYS) look((before) => KEYS[event.key]?.(before) ?? before);
    else return;
    event.preventDefault();
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
  const plane = planeSize(picture, BENCH_SIZE);
  return (
    <div className="my-1 border border-rule">
      <div className="relative">
        <div
          ref={frame}
          role="application"
          aria-label={isSurface ? "surface: drag or use the arrow keys to turn it" : "graph: drag or use the arrow keys to move it, wheel or + and − to zoom"}
          // biome-ignore lint/a11y/noNoninteractiveTabindex: it is moved from the keyboard too
          tabIndex={0}
          className="cursor-grab touch-none select-none active:cursor-grabbing [&_[data-mark]]:cursor-move [&_svg]:h-auto [&_svg]:w-full"
          onPointerDown={press}
          onPointerMove={drag}
          onPointerUp={release}
          onPointerCancel={release}
          onPointerLeave={() => setReading(undefined)}
          onKeyDown={pressKey}
          dangerouslySetInnerHTML={{ __html: drawSvg(picture, BENCH_SIZE, turn) }}
        />
        {bracket && <BracketHandles bracket={bracket} window={window} size={plane} whole={BENCH_SIZE.height} change={setBracket} />}
        {reading && <ReadValues reading={reading} sizes={drawn.unitSizes} />}
      </div>
      <div className="flex flex-wrap gap-1 border-t border-rule px-2 py-1 font-sans text-[13px] text-steel">
        {!isSurface && (
          <>
            <ToolButton label="closer" sign="+" act={() => look((before) => zoomed(before, 1 / ZOOM, middle))} />
            <ToolButton label="farther" sign="−" act={() => look((before) => zoomed(before, ZOOM, middle))} />
          </>
        )}
        {drawn.marks.length > 1 && !isSurface && <ToolButton label="show all marks" sign="◎" act={() => look((before) => aroundMarks(drawn) ?? before)} />}
        {drawn.marks.length > 0 && <ToolButton label="choose marks" sign="☑" act={() => setListed(!listed)} pressed={listed} />}
        {formulas.length > 0 && !drawn.logarithmic && <ToolButton label="bracket a piece" sign="[ ]" act={toggle} pressed={bracket !== undefined} />}
        <ToolButton label="as it was" sign="⟲" act={reset} />
        <span className="grow" />
        <ToolButton label="save as SVG" sign="SVG" act={() => saveText(drawSvg(picture, undefined, turn), "image/svg+xml", "graph.svg")} />
        <ToolButton label="save as PNG" sign="PNG" act={() => void savePng(drawSvg(picture, undefined, turn), DEFAULT_SIZE, "graph.png")} />
        <ToolButton label="save as TeX" sign="TeX" act={() => saveText(drawPgf(picture, turn), "text/x-tex", "graph.tex")} />
      </div>
      {bracket && <Questions bracket={bracket} formulas={formulas} variable={drawn.variable} ask={place.write} />}
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

/** The values at the point of a curve that the pointer is near. */
function ReadValues({ reading: { at, place }, sizes = { x: 1, y: 1 } }: { readonly reading: Reading; readonly sizes?: Picture["unitSizes"] }) {
  const [left, top] = [`${(100 * place[0]) / BENCH_SIZE.width}%`, `${(100 * place[1]) / BENCH_SIZE.height}%`];
  return (
    <>
      <output
        className="pointer-events-none absolute -translate-x-1/2 -translate-y-[150%] whitespace-nowrap rounded border border-rule bg-paper px-1.5 text-[13px]"
        style={{ left, top }}
      >
        ≈ ({read(at[0] / sizes.x)}, {read(at[1] / sizes.y)})
      </output>
      <span
        aria-hidden="true"
        className="pointer-events-none absolute h-2 w-2 -translate-x-1/2 -translate-y-1/2 rounded-full bg-copper"
        style={{ left, top }}
      />
    </>
  );
}

function sameWindow(a: Window, b: Window): boolean {
  return a.xMin === b.xMin && a.xMax === b.xMax && a.yMin === b.yMin && a.yMax === b.yMax;
}

const mean = (values: readonly number[]): number => values.reduce((total, value) => total + value, 0) / Math.max(1, values.length);

function apart([a, b]: readonly { readonly x: number; readonly y: number }[]): number {
  return a && b ? Math.hypot(a.x - b.x, a.y - b.y) : 0;
}

const decimal = (value: number): string => String(Number(value.toPrecision(3)));

/** The point of the plane at a place of the drawing. */
function valueAt([left, top]: Position, picture: Picture): Position {
  const { xMin, xMax, yMin, yMax } = picture.window;
  const place = placer(picture.window, planeSize(picture, BENCH_SIZE));
  const [[x0, y0], [x1, y1]] = [place([xMin, yMin]), place([xMax, yMax])];
  return [xMin + ((left - x0) / (x1 - x0)) * (xMax - xMin), yMin + ((top - y0) / (y1 - y0)) * (yMax - yMin)];
}

/** A window that shows every mark with some room; undefined where there is none. */
function aroundMarks({ marks, window }: Picture): Window | undefined {
  const points = marks.filter(({ line, hidden }) => !line && !hidden).map(({ at }) => at);
  if (points.length < 2) return undefined;
  const range = (k: 0 | 1, whole: number): readonly [number, number] => {
    const all = points.map((point) => point[k]);
    const [low, high] = [Math.min(...all), Math.max(...all)];
    const room = Math.max((high - low) * 0.2, whole * 0.05);
    return [low - room, high + room];
  };
  const [[xMin, xMax], [yMin, yMax]] = [range(0, window.xMax - window.xMin), range(1, window.yMax - window.yMin)];
  return { xMin, xMax, yMin, yMax };
}

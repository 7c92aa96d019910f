import type { FigurePicture } from "@nail-down/core/graph/figure/figure";
import { drawFigure, figurePlacer, figureSize } from "@nail-down/core/graph/figure/figure-svg";
import { withValue } from "@nail-down/core/instruction/graphs/source";
import { type PointerEvent, useCallback, useEffect, useRef, useState } from "react";
import { engine } from "../../compute/engine.ts";
import { Menu } from "../../parts/menu.tsx";
import { type LinePlace, withLine } from "../line-place.ts";
import { savePng, saveText } from "./saving.ts";
import { Sliders } from "./sliders.tsx";
import { TOOL } from "./tool-button.tsx";
import { useRedrawn } from "./use-redrawn.ts";

const FIGURES = 3;
const written = (value: number): string => String(Number(value.toPrecision(FIGURES)));

/** A figure under the hand: a point whose coordinate is a free name is dragged, and the lengths follow. */
export function FigureView({ drawn, place }: { readonly drawn: FigurePicture; readonly place: LinePlace }) {
  const [picture, setPicture] = useState(drawn);
  useEffect(() => setPicture(drawn), [drawn]);
  const grip = useRef<{ readonly x?: string; readonly y?: string } | undefined>(undefined);
  const moved = useRef<string | undefined>(undefined);
  const { source } = place;
  const size = figureSize(drawn.window);
  const draw = useCallback((line: string) => engine.drawFigure(withLine(place, line)), [place]);
  const preview = useRedrawn(draw, setPicture);

  const start = (event: PointerEvent<HTMLDivElement>): void => {
    const name = event.target instanceof Element ? event.target.getAttribute("data-point") : null;
    const point = picture.parts.find((part) => part.kind === "point" && part.name === name);
    if (point?.kind !== "point" || !point.drag) return;
    grip.current = point.drag;
    event.currentTarget.setPointerCapture(event.pointerId);
  };
  const drag = (event: PointerEvent<HTMLDivElement>): void => {
    if (!grip.current) return;
    const { left, top, width, height } = event.currentTarget.getBoundingClientRect();
    // The window of the start: a figure that grows under the hand would run away from it.
    const { scale } = figurePlacer(drawn.window, size);
    const { xMin, xMax, yMin, yMax } = drawn.window;
    const x = (xMin + xMax) / 2 + (((event.clientX - left) / width) * size.width - size.width / 2) / scale;
    const y = (yMin + yMax) / 2 - (((event.clientY - top) / height) * size.height - size.height / 2) / scale;
    let line = source;
    for (const [name, value] of [
      [grip.current.x, x],
      [grip.current.y, y],
    ] as const) {
      const slider = picture.sliders.find((one) => one.name === name);
      if (name !== undefined && slider) line = withValue(line, name, written(Math.min(Math.max(value, slider.from), slider.to)));
    }
    moved.current = line;
    preview(line);
  };
  const end = (): void => {
    grip.current = undefined;
    if (moved.current !== undefined && moved.current !== source) place.replace(moved.current);
    moved.current = undefined;
  };
  const shown = { ...picture, window: moved.current === undefined ? picture.window : drawn.window };
  const svg = drawFigure(shown, size);
  return (
    <div className="my-1 max-w-[34rem] border border-rule">
      <div
        role="application"
        aria-label="figure: points on free coordinates can be dragged, or moved with the sliders below"
        className="touch-none select-none [&_[data-point]]:cursor-grab [&_svg]:h-auto [&_svg]:w-full"
        onPointerDown={start}
        onPointerMove={drag}
        onPointerUp={end}
        dangerouslySetInnerHTML={{ __html: svg }}
      />
      <Sliders sliders={picture.sliders} source={source} preview={preview} replace={place.replace} withNumbers={false} />
      <div className="flex justify-end gap-1 border-t border-rule px-2 py-1 font-sans text-[13px] text-steel">
        <Menu
          title="save the drawing"
          className={TOOL}
          entries={[
            { name: "SVG", beside: "for pages", act: () => saveText(drawFigure(drawn), "image/svg+xml", "figure.svg") },
            { name: "PNG", beside: "for slides", act: () => void savePng(drawFigure(drawn), size, "figure.png") },
          ]}
        >
          save …
        </Menu>
      </div>
    </div>
  );
}

import { useQuery } from "@tanstack/react-query";
import { useId, useLayoutEffect, useRef, useState } from "react";
import type { Affine, Drawing, Gradient, Shape } from "../api/types";
import { drawingOf } from "../engine/drawings";
import { useStore } from "../state/store";

/** A drawing with its shapes, once it is there. */
export function useDrawing(id: string | null): Drawing | undefined {
  const index = useStore((state) => state.film?.drawings.findIndex((one) => one.id === id) ?? -1);
  return useQuery({
    queryKey: ["drawing", id],
    queryFn: () => drawingOf(id ?? "", index),
    enabled: index >= 0,
    staleTime: Number.POSITIVE_INFINITY,
  }).data;
}

/** A drawing, small, whole and in its own colours. */
export function DrawingPicture({ id, size }: { id: string; size: number }) {
  const drawing = useDrawing(id);
  return drawing ? <Picture drawing={drawing} size={size} /> : <svg width={size} height={size} aria-hidden="true" />;
}

/** @param strong The shapes that are shown as they are, the others faintly; all when it is left out. */
export function Picture({ drawing, size, strong }: { drawing: Drawing; size: number; strong?: ReadonlySet<number> }) {
  const own = useId();
  const { x, y, width, height } = drawing.bounds;
  const raster = drawing.raster;
  return (
    <svg width={size} height={size} viewBox={`${x} ${y} ${width} ${height}`} aria-hidden="true">
      {raster && (
        <image
          href={`/api/assets/${raster.asset}`}
          x={raster.x}
          y={raster.y}
          width={raster.width * raster.pixelSize}
          height={raster.height * raster.pixelSize}
        />
      )}
      {drawing.shapes.map((shape, i) => (
        // Shapes have no names; a drawing never changes.
        // biome-ignore lint/suspicious/noArrayIndexKey: see above
        <g key={i} opacity={strong === undefined || strong.has(i) ? undefined : 0.15}>
          <ShapePicture shape={shape} id={`${own}-${i}`} />
        </g>
      ))}
    </svg>
  );
}

/** One shape of a drawing, as large as there is room. */
export function ShapeThumb({ shape, size }: { shape: Shape; size: number }) {
  const own = useId();
  const group = useRef<SVGGElement>(null);
  const [box, setBox] = useState("0 0 1 1");
  useLayoutEffect(() => {
    const { x, y, width, height } = group.current?.getBBox() ?? { x: 0, y: 0, width: 1, height: 1 };
    const edge = Math.max(width, height, 1) * 0.1;
    setBox(`${x - edge} ${y - edge} ${width + 2 * edge} ${height + 2 * edge}`);
  }, []);
  return (
    <svg width={size} height={size} viewBox={box} aria-hidden="true">
      <g ref={group}>
        <ShapePicture shape={shape} id={own} />
      </g>
    </svg>
  );
}

function ShapePicture({ shape, id }: { shape: Shape; id: string }) {
  const { fill, stroke } = shape;
  return (
    <g transform={matrix(shape.matrix)} opacity={shape.opacity}>
      {fill?.gradient && <GradientPicture gradient={fill.gradient} id={`${id}-fill`} />}
      {stroke?.paint.gradient && <GradientPicture gradient={stroke.paint.gradient} id={`${id}-stroke`} />}
      <path
        d={shape.path}
        fillRule={shape.rule === "EvenOdd" ? "evenodd" : "nonzero"}
        fill={fill ? (fill.gradient ? `url(#${id}-fill)` : fill.colour) : "none"}
        stroke={stroke ? (stroke.paint.gradient ? `url(#${id}-stroke)` : stroke.paint.colour) : "none"}
        strokeWidth={stroke?.width}
        strokeLinecap={stroke?.cap.toLowerCase() as "butt" | "round" | "square" | undefined}
        strokeLinejoin={stroke?.join.toLowerCase() as "miter" | "round" | "bevel" | undefined}
        strokeMiterlimit={stroke?.miterLimit}
        strokeDasharray={stroke?.dashes.join(" ") || undefined}
        strokeDashoffset={stroke?.dashOffset}
      />
    </g>
  );
}

function GradientPicture({ gradient, id }: { gradient: Gradient; id: string }) {
  const stops = gradient.stops.map((stop, i) => (
    // biome-ignore lint/suspicious/noArrayIndexKey: stops have no names
    <stop key={i} offset={stop.offset} stopColor={stop.colour} />
  ));
  const shared = {
    id,
    gradientUnits: "userSpaceOnUse",
    gradientTransform: matrix(gradient.matrix),
    spreadMethod: gradient.spread.toLowerCase(),
  };
  return gradient.kind === "Linear" ? (
    <linearGradient {...shared} x1={gradient.x1} y1={gradient.y1} x2={gradient.x2} y2={gradient.y2}>
      {stops}
    </linearGradient>
  ) : (
    <radialGradient {...shared} fx={gradient.x1} fy={gradient.y1} cx={gradient.x2} cy={gradient.y2} r={gradient.r}>
      {stops}
    </radialGradient>
  );
}

const matrix = ({ a, b, c, d, e, f }: Affine) => `matrix(${a} ${b} ${c} ${d} ${e} ${f})`;

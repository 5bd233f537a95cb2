import { useQuery } from "@tanstack/react-query";
import { useId } from "react";
import type { Affine, Drawing, Gradient, Shape } from "../api/types";
import { drawingOf } from "../engine/drawings";
import { useStore } from "../state/store";

/** A drawing, small, whole and in its own colours. */
export function DrawingPicture({ id, size }: { id: string; size: number }) {
  const index = useStore((state) => state.film?.drawings.findIndex((one) => one.id === id) ?? -1);
  const drawing = useQuery({
    queryKey: ["drawing", id],
    queryFn: () => drawingOf(id, index),
    enabled: index >= 0,
    staleTime: Number.POSITIVE_INFINITY,
  }).data;
  return drawing ? <Picture drawing={drawing} size={size} /> : <svg width={size} height={size} aria-hidden="true" />;
}

function Picture({ drawing, size }: { drawing: Drawing; size: number }) {
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
          width={raster.width}
          height={raster.height}
        />
      )}
      {drawing.shapes.map((shape, i) => (
        // Shapes have no names; a drawing never changes.
        // biome-ignore lint/suspicious/noArrayIndexKey: see above
        <ShapePicture key={i} shape={shape} id={`${own}-${i}`} />
      ))}
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

import type { Ink, Shape } from '@jocund/core/engraving';
import { memo } from 'react';

const inks: Readonly<Record<Ink, string>> = {
  ink1: 'var(--color-ink1)',
  'ink1-80': 'var(--color-ink1-80)',
  'ink1-65': 'var(--color-ink1-65)',
  'ink1-40': 'var(--color-ink1-40)',
  ink2: 'var(--color-ink2)',
  'ink2-deep': 'var(--color-ink2-deep)',
  over: 'var(--color-over)',
  paper: 'var(--color-paper)',
  call: 'var(--color-call)',
};

const faces = { serif: 'var(--font-serif)', sans: undefined, narrow: undefined };

const lookOf = (shape: Exclude<Shape, { kind: 'text' }>) => ({
  fill: shape.fill ? inks[shape.fill] : 'none',
  stroke: shape.stroke && inks[shape.stroke],
  strokeWidth: shape.strokeWidth,
  strokeDasharray: shape.dash?.join(' '),
  strokeLinecap: shape.round ? ('round' as const) : undefined,
});

function Drawn({ shape }: { shape: Shape }) {
  switch (shape.kind) {
    case 'path':
      return <path d={shape.d} {...lookOf(shape)} />;
    case 'rect':
      return (
        <rect
          x={shape.x}
          y={shape.y}
          width={shape.width}
          height={shape.height}
          className={shape.fill === 'call' ? 'call-ground' : undefined}
          {...lookOf(shape)}
        />
      );
    case 'ellipse':
      return <ellipse cx={shape.cx} cy={shape.cy} rx={shape.rx} ry={shape.ry} {...lookOf(shape)} />;
    case 'text':
      return (
        <text
          x={shape.x}
          y={shape.y}
          textAnchor={shape.anchor}
          fontFamily={faces[shape.face]}
          className={shape.face === 'narrow' ? 'narrow' : undefined}
          fontSize={shape.size}
          fontWeight={shape.weight}
          fontStyle={shape.italic ? 'italic' : undefined}
          fill={inks[shape.ink]}
          {...(shape.edged ? { stroke: inks.paper, strokeWidth: 2.6, paintOrder: 'stroke' } : {})}
        >
          {shape.text}
        </text>
      );
  }
}

/** Inks what core laid out, in order. The same list is not inked again. */
export const Shapes = memo(function Shapes({ shapes }: { shapes: readonly Shape[] }) {
  return shapes.map((shape, index) => <Drawn key={index} shape={shape} />);
});

import type { Shape } from '@jocund/core/engraving';
import { memo, useLayoutEffect, useRef, useState } from 'react';
import { createInk } from './ink.ts';

/** What core laid out, inked in order. A sheet has thousands of shapes: they are put on the page without React, which would go through all of them at each key press. */
export const Shapes = memo(function Shapes({ shapes }: { shapes: readonly Shape[] }) {
  const place = useRef<SVGGElement>(null);
  const [ink] = useState(createInk);
  useLayoutEffect(() => {
    if (place.current) ink(place.current, shapes);
  }, [ink, shapes]);
  return <g ref={place} />;
});

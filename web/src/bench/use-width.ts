import { useEffect, useState, type RefObject } from 'react';

/** The inner width of an element in whole px, kept up to date. */
export function useWidth(element: RefObject<HTMLElement | null>): number {
  const [width, setWidth] = useState(0);
  useEffect(() => {
    if (!element.current) return undefined;
    const observer = new ResizeObserver(([entry]) => setWidth(Math.floor(entry?.contentRect.width ?? 0)));
    observer.observe(element.current);
    return () => observer.disconnect();
  }, [element]);
  return width;
}

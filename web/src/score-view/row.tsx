import type { SystemPicture } from '@jocund/core/engraving';
import {
  useLayoutEffect,
  useRef,
  useState,
  type ComponentProps,
  type ReactNode,
  type RefObject,
} from 'react';
import { flushSync } from 'react-dom';

interface RowProps extends Pick<ComponentProps<'div'>, 'onPointerDown' | 'onPointerMove'> {
  readonly picture: SystemPicture;
  readonly isWorkedOn: boolean;
  readonly children: (isInked: boolean) => ReactNode;
}

/** Room for a system. It is inked when it first comes near to what is seen, or is worked on, or printed. */
export function Row({ picture: { layout, height }, isWorkedOn, children, ...handlers }: RowProps) {
  const row = useRef<HTMLDivElement>(null);
  const isWanted = useHasBeenNear(row);
  return (
    <div
      ref={row}
      data-system={layout.bars[0]?.bar}
      className="system"
      style={{
        breakInside: 'avoid',
        contentVisibility: 'auto',
        containIntrinsicSize: `auto ${height}px`,
      }}
      {...handlers}
    >
      {children(isWanted || isWorkedOn)}
    </div>
  );
}

/** Whether the browser tells when something comes near to what is seen. */
const tellsSight =
  typeof document !== 'undefined' && 'oncontentvisibilityautostatechange' in document.documentElement;

/** Whether it has been near to what is seen, or the page was printed; true at once where a browser does not tell. */
function useHasBeenNear(row: RefObject<HTMLElement | null>): boolean {
  const [has, setHas] = useState(!tellsSight);
  // Before the first frame: that one tells already.
  useLayoutEffect(() => {
    const element = row.current;
    if (has || !element) return undefined;
    const isNearNow = () => setHas(true);
    const onState = (event: Event) => {
      if (!(event as ContentVisibilityAutoStateChangeEvent).skipped) isNearNow();
    };
    const onPrint = () => flushSync(isNearNow);
    element.addEventListener('contentvisibilityautostatechange', onState);
    addEventListener('beforeprint', onPrint);
    return () => {
      element.removeEventListener('contentvisibilityautostatechange', onState);
      removeEventListener('beforeprint', onPrint);
    };
  }, [row, has]);
  return has;
}

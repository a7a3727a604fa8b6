import { useRef, useState } from 'react';
import { Button } from '../../ui/button.tsx';
import { isTyping } from '../../ui/text-fields.ts';
import { usePlainKey } from '../../ui/use-plain-key.ts';

const fewestTaps = 4;
/** Two taps nearer than this are one. */
const shortestStepS = 0.15;

/** Beats tapped while the recording plays, with the key B or the button. */
export function TapBeats({
  isOn,
  placeOf,
  onDone,
}: {
  readonly isOn: boolean;
  readonly placeOf: () => number;
  readonly onDone: (beats: readonly number[]) => void;
}) {
  const taps = useRef<number[]>([]);
  const [count, setCount] = useState(0);
  const tap = () => {
    const atS = placeOf();
    // Gone back in the recording: what lies ahead is counted anew.
    taps.current = [...taps.current.filter((each) => each < atS - shortestStepS), atS];
    setCount(taps.current.length);
  };
  usePlainKey((event) => {
    if (!isOn || event.key !== 'b' || event.repeat || isTyping(event.target)) return;
    event.preventDefault();
    tap();
  });
  return (
    <div className="mt-2 flex flex-wrap items-center gap-2">
      <Button
        disabled={!isOn}
        title="While it plays, press on each beat: B"
        aria-keyshortcuts="b"
        onClick={tap}
      >
        Tap the beat
      </Button>
      {count > 0 && (
        <>
          <span className="text-note">{count} tapped</span>
          <Button
            look="plain"
            disabled={count < fewestTaps}
            onClick={() => {
              onDone(taps.current);
              taps.current = [];
              setCount(0);
            }}
          >
            Use them
          </Button>
        </>
      )}
    </div>
  );
}

import { useMyHand } from '../../api/hands.ts';
import { HandEditor } from '../../ui/hand-editor.tsx';
import { useSettings } from '../../ui/settings.ts';
import { Tick } from '../../ui/tick.tsx';

/** The hand grips are worked out for, and which way the neck is drawn. */
export function HandSettings() {
  const [settings, set] = useSettings();
  const [hand, setHand, isHandKnown] = useMyHand();
  return (
    <div className="mt-4 border-t border-ink1-40 pt-2">
      {isHandKnown && <HandEditor whose="your hand" hand={hand} onChange={setHand} />}
      <Tick
        label="Left-handed: nut at the right"
        checked={settings.leftHanded}
        onChange={(leftHanded) => set({ leftHanded })}
      />
    </div>
  );
}

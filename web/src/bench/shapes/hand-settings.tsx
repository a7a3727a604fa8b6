import { Choice } from '../../ui/choice.tsx';
import { useSettings } from '../../ui/settings.ts';
import { Tick } from '../../ui/tick.tsx';

/** The hand grips are worked out for, and which way the neck is drawn. */
export function HandSettings() {
  const [settings, set] = useSettings();
  return (
    <fieldset className="mt-4 border-t border-ink1-40 pt-2">
      <legend className="sr-only">Your hand</legend>
      <div className="flex items-center justify-between gap-2 pb-1">
        <span className="text-note">Hand</span>
        <Choice
          label="Size of the hand"
          value={settings.handSize}
          options={[
            { value: 'small', label: 'small' },
            { value: 'medium', label: 'medium' },
            { value: 'large', label: 'large' },
          ]}
          onChange={(handSize) => set({ handSize })}
        />
      </div>
      <Tick
        label="Thumb over the edge (T)"
        checked={settings.thumbOver}
        onChange={(thumbOver) => set({ thumbOver })}
      />
      <Tick
        label="Left-handed: nut at the right"
        checked={settings.leftHanded}
        onChange={(leftHanded) => set({ leftHanded })}
      />
    </fieldset>
  );
}

import { Choice } from '../ui/choice.tsx';
import { useSettings } from '../ui/settings.ts';

/** Tab alone, or standard notation over it. */
export function NotationChoice() {
  const [{ staff }, set] = useSettings();
  return (
    <div className="flex items-center justify-between gap-2">
      <span className="text-note">Sheet</span>
      <Choice
        label="Sheet"
        value={staff ? 'both' : 'tab'}
        options={[
          { value: 'tab', label: 'tab' },
          { value: 'both', label: 'notes and tab' },
        ]}
        onChange={(value) => set({ staff: value === 'both' })}
      />
    </div>
  );
}

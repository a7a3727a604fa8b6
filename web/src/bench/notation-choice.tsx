import { Choice } from '../ui/choice.tsx';
import { useSettings } from '../ui/settings.ts';

/** Tab alone, or standard notation over it; a call line of strings, of strings and frets, or none. */
export function NotationChoice() {
  const [{ staff, call }, set] = useSettings();
  return (
    <div className="flex flex-col gap-2">
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
      <div className="flex items-center justify-between gap-2">
        <span className="text-note">Call line</span>
        <Choice
          label="Call line"
          value={call}
          options={[
            { value: 'strings', label: 'strings' },
            { value: 'frets', label: 'and frets' },
            { value: 'none', label: 'none' },
          ]}
          onChange={(value) => set({ call: value })}
        />
      </div>
    </div>
  );
}

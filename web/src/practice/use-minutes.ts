import { useState } from 'react';

/** Minutes that can be chosen with one touch. */
export const minuteChoices = [10, 20, 30, 45] as const;
const usual = 20;
const place = 'jocund-minutes';

/** The minutes there are for practising, as this browser last heard. */
export function useMinutes(): [number, (minutes: number) => void] {
  const [minutes, setMinutes] = useState(
    () => minuteChoices.find((each) => String(each) === localStorage.getItem(place)) ?? usual,
  );
  return [
    minutes,
    (next) => {
      const chosen = minuteChoices.find((each) => each === next) ?? usual;
      localStorage.setItem(place, String(chosen));
      setMinutes(chosen);
    },
  ];
}

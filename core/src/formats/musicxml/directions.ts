import type { Bar } from '../../score/index.ts';
import type { Element } from '../xml/index.ts';

/** The name of a section as a rehearsal mark. */
export function addSection(measure: Element, { section }: Bar): void {
  if (!section) return;
  measure.ele('direction', { placement: 'above' }).ele('direction-type').ele('rehearsal').txt(section.name);
}

/** How loud each voice is: above the staff for the melody, below for the thumb. */
export function addDynamics(measure: Element, { dynamics = [] }: Bar): void {
  for (const { tick, voice, level } of dynamics) {
    const direction = measure.ele('direction', { placement: voice === 'melody' ? 'above' : 'below' });
    direction.ele('direction-type').ele('dynamics').ele(level);
    if (tick > 0) direction.ele('offset').txt(String(tick));
    direction.ele('voice').txt(voice === 'melody' ? '1' : '2');
  }
}

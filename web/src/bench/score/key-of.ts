import type { KeyboardEvent } from 'react';

type PressedKey = Pick<KeyboardEvent, 'key' | 'ctrlKey' | 'metaKey' | 'altKey' | 'shiftKey'>;

/**
 * A press as its name: "Ctrl Shift ArrowLeft", "Alt ArrowUp", "h", "H". Command counts as Ctrl; Shift is named only where it does not
 * make another character.
 */
export function keyOf({ key, ctrlKey, metaKey, altKey, shiftKey }: PressedKey): string {
  const isCharacter = key.length === 1;
  const held = [
    ctrlKey || metaKey ? 'Ctrl' : '',
    altKey ? 'Alt' : '',
    shiftKey && (!isCharacter || ctrlKey || metaKey) ? 'Shift' : '',
  ].filter(Boolean);
  return [...held, isCharacter && held.length > 0 ? key.toLowerCase() : key].join(' ');
}

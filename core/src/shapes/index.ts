export { fretOf, fretsText, gripTones, parseFrets, pressedRange, type GripTone } from './grip.ts';
export { nameGrip, openStringsName, type GripName, type NamedTone, type NamingSettings } from './naming.ts';

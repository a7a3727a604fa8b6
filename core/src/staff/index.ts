export { drawStaff } from './draw-staff.ts';

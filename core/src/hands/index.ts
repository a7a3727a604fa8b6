export { reachFindings, reachLimitsMm, reaches, type Reach } from './reach.ts';

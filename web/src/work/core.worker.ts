import { answerWork } from './answer-work.ts';
import { stepsOf } from './tasks.ts';

answerWork(stepsOf);

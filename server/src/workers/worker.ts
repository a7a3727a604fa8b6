import { setPriority } from 'node:os';
import { doTask, type InputOf, type TaskName } from './tasks.ts';

/** Below requests: whoever waits for a page goes first. On Linux the number is the thread's own. */
const politePriority = 10;
if (process.platform === 'linux' && import.meta.url.endsWith('.mjs')) setPriority(politePriority);

/** What a thread beside the server is asked, and answers. */
export default ({ name, input }: { readonly name: TaskName; readonly input: InputOf<TaskName> }) =>
  doTask(name, input);

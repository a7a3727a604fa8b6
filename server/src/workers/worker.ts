import { doTask, type InputOf, type TaskName } from './tasks.ts';

/** What a thread beside the server is asked, and answers. */
export default ({ name, input }: { readonly name: TaskName; readonly input: InputOf<TaskName> }) =>
  doTask(name, input);

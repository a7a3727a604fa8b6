export { barsOfForm, formTable, type FormPlan } from './form-table.ts';
export { layForm } from './lay-form.ts';

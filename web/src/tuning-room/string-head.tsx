import type { RetuningPlan, StringNumber } from '@jocund/core/instrument';

interface StringHeadProps {
  readonly title: string;
  readonly plan: RetuningPlan;
  readonly string: StringNumber;
  readonly done: ReadonlySet<StringNumber>;
}

/** The string in hand, and where it stands in the plan. */
export function StringHead({ title, plan, string, done }: StringHeadProps) {
  const turn = plan.order.indexOf(string) + 1;
  return (
    <div className="flex items-baseline justify-between pt-3">
      <h2 className="text-head">{title}</h2>
      <p className="text-note">
        {turn > 0 ? `turn ${turn} of ${plan.order.length}` : 'stays'}
        {done.has(string) ? ', home' : ''}
      </p>
    </div>
  );
}

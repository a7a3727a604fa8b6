import { traitGroups } from '@jocund/core/style';
import { figureWords, groupNames, traitOf } from './figures.ts';
import type { Side } from './whose.ts';

/** Everything that was measured, trait by trait, with how much it was counted from. */
export function TraitTable({ sides }: { sides: readonly Side[] }) {
  const traits = [
    ...new Map(
      sides.flatMap(({ manner }) => manner.profile.traits.map(({ trait }) => [trait.id, trait] as const)),
    ).values(),
  ];
  return (
    <table className="mt-2 w-full border-collapse text-left">
      <thead>
        <tr className="text-note border-b border-ink1">
          <th className="py-1 font-normal">trait</th>
          {sides.map(({ whose }) => (
            <th key={whose.key} scope="col" className="py-1 font-normal">
              {whose.name}
            </th>
          ))}
        </tr>
      </thead>
      {traitGroups.map((group) => (
        <tbody key={group}>
          <tr>
            <th colSpan={1 + sides.length} className="figure pt-4 pb-1 text-base">
              {groupNames[group]}
            </th>
          </tr>
          {traits
            .filter((trait) => trait.group === group)
            .map((trait) => (
              <tr key={trait.id} className="border-b border-ink1-22 align-top">
                <th scope="row" className="w-52 py-1 pr-3 font-semibold">
                  {trait.name}
                </th>
                {sides.map(({ whose, manner }) => {
                  const measured = traitOf(manner.profile, trait.id);
                  return (
                    <td key={whose.key} className="py-1 pr-3">
                      {figureWords(measured)}
                      {measured && (
                        <span className="text-note text-ink1-80">
                          {' '}
                          · {measured.count} {trait.counts}
                        </span>
                      )}
                    </td>
                  );
                })}
              </tr>
            ))}
        </tbody>
      ))}
    </table>
  );
}

import { cutList, cutSides, type StackPlan } from '@kanga/core/stack';
import { usePrint } from '../data/index.js';
import { Group } from '../frame/index.js';

/** What protective paper to cut for the whole job, how much of the roll it takes, and when each sheet is thrown away. */
export function CutListView({ stack, pieces }: { stack: StackPlan; pieces: number }) {
  const print = usePrint();
  const { items, rollWidth, length } = cutList(cutSides(stack, pieces), pieces, stack.house);
  return (
    <Group name="cut" title={`Paper to cut${pieces > 1 ? `, for all ${pieces}` : ''}`} folded>
      <ul>
        {items.map(({ role, name, width, height, count, until }) => (
          <li key={`${role} ${width} ${height}`} className="border-t border-rule py-1 first:border-t-0">
            <b>
              <span className="figures">{count}</span> × {name}
            </b>
            , <span className="figures">{print.size(width, height)}</span>
            <span className="block text-[14px] text-soft">Thrown away {until}.</span>
          </li>
        ))}
      </ul>
      <p className="mt-1">
        {Number.isFinite(length) ? (
          <>
            <span className="figures">{print.length(length)}</span> of a roll{' '}
            <span className="figures">{print.length(rollWidth)}</span> wide.
          </>
        ) : (
          <>A sheet is wider than a roll of {print.length(rollWidth)}: lay two side by side, overlapping.</>
        )}
      </p>
    </Group>
  );
}

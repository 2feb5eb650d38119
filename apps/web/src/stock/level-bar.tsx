import type { Standing } from '@kanga/core/stock';

/** What there is of a thing as a bar: what orders want of it hatched at its end, what is coming after it pale, and a mark where it is to be ordered. */
export function LevelBar({ standing }: { standing: Standing }) {
  const { item, reserved, reorder, order } = standing;
  if (item.level === null) return <span className="text-soft">not counted</span>;
  const level = Math.max(0, item.level);
  const coming = item.coming?.amount ?? 0;
  const point = reorder?.point ?? 0;
  const whole = Math.max(level + coming, point * 1.6, reserved.safe, 1e-9);
  const share = (amount: number) => `${Math.min(100, Math.max(0, (amount / whole) * 100))}%`;
  const wanted = Math.min(level, reserved.amount);
  const missing = Math.max(0, reserved.safe - level - coming);
  return (
    <span className="relative block h-6 w-full bg-wash" aria-hidden>
      <span
        className={`absolute inset-y-0 left-0 ${order > 0 ? 'bg-yellow' : 'bg-green'}`}
        style={{ width: share(level - wanted) }}
      />
      <span className="hatched absolute inset-y-0" style={{ left: share(level - wanted), width: share(wanted) }} />
      <span className="absolute inset-y-0 bg-cyan-dull" style={{ left: share(level), width: share(coming) }} />
      {missing > 0 && (
        <span
          className="absolute inset-y-0 border-2 border-dashed border-magenta"
          style={{ left: share(level + coming), width: share(missing) }}
        />
      )}
      {reorder && <span className="absolute -inset-y-0.5 w-[3px] bg-key" style={{ left: share(point) }} />}
    </span>
  );
}

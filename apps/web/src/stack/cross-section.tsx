import { stackPicture, type Layer, type LayerRole } from '@kanga/core/stack';
import type { UnitPrinter } from '@kanga/core/units';

const FULL = 300;
const LEFT = 34;
const TEXT = LEFT + FULL + 42;

const FILL: Record<LayerRole, string> = {
  'upper plate': 'url(#hot)',
  'non-stick sheet': 'var(--color-paint-non-stick)',
  'cover sheet': 'var(--color-paint-paper)',
  transfer: 'var(--color-white)',
  blank: 'url(#weave)',
  jig: 'var(--color-paint-steel)',
  insert: 'var(--color-paint-paper)',
  'blank, far layer': 'var(--color-paint-plate)',
  pad: 'url(#foam)',
  'base sheet': 'var(--color-paint-paper)',
  'lower plate': 'var(--color-paint-steel)',
};

function Patterns() {
  return (
    <defs>
      <linearGradient id="hot" x1="0" y1="0" x2="0" y2="1">
        <stop offset="0" stopColor="var(--color-paint-hot-deep)" />
        <stop offset="1" stopColor="var(--color-paint-hot)" />
      </linearGradient>
      <pattern id="dye" width="8" height="8" patternUnits="userSpaceOnUse">
        <circle cx="2" cy="5" r="1.9" fill="var(--color-cyan-dull)" />
        <circle cx="6" cy="3" r="1.7" fill="var(--color-magenta-dull)" />
      </pattern>
      <pattern id="weave" width="10" height="10" patternUnits="userSpaceOnUse">
        <rect width="10" height="10" fill="var(--color-paint-cloth)" />
        <path d="M0 2.5q2.5-2 5 0t5 0M0 7.5q2.5 2 5 0t5 0" stroke="var(--color-paint-weave)" fill="none" />
      </pattern>
      <pattern id="foam" width="14" height="14" patternUnits="userSpaceOnUse">
        <rect width="14" height="14" fill="var(--color-paint-foam)" />
        <circle cx="4" cy="4" r="2.3" fill="var(--color-white)" opacity="0.6" />
        <circle cx="11" cy="10" r="1.7" fill="var(--color-white)" opacity="0.6" />
      </pattern>
    </defs>
  );
}

/** As wide as a letter of the small print at most, on average; and the least room for it. */
const LETTER = 7;
const ROOM = 276;

/** The stack in the press from the side: every layer drawn and named from the upper plate to the lower one. Widths are in proportion. */
export function CrossSection({ layers, dial, print }: { layers: readonly Layer[]; dial: string; print: UnitPrinter }) {
  const { rows, height: bottom } = stackPicture(layers, FULL);
  const said = rows.map(({ layer: { role, size, detail } }) =>
    role === 'upper plate'
      ? dial
      : size
        ? `${print.size(size.width, size.height)}, ${print.text(detail)}`
        : print.text(detail),
  );
  const room = Math.max(ROOM, ...said.map((text) => text.length * LETTER));
  return (
    <svg
      viewBox={`0 0 ${TEXT + room} ${bottom}`}
      className="h-full max-h-full w-full"
      role="img"
      aria-label={`The stack from above: ${layers.map((layer) => layer.name).join(', ')}`}
    >
      <Patterns />
      {rows.map(({ layer, x: from, top, width, height }, i) => {
        const x = LEFT + from;
        const middle = top + height / 2;
        return (
          <g key={i}>
            <rect
              x={x}
              y={top}
              width={width}
              height={height}
              rx={layer.size ? 2 : 4}
              fill={FILL[layer.role]}
              stroke="var(--color-key)"
              strokeWidth="1.4"
            />
            {layer.faces && (
              <>
                <rect
                  x={x}
                  y={layer.faces === 'down' ? top + height - 6 : top}
                  width={width}
                  height="6"
                  fill="url(#dye)"
                />
                <path
                  d={
                    layer.faces === 'down'
                      ? `M${LEFT - 18} ${top - 4}v26m-5-7l5 7 5-7`
                      : `M${LEFT - 18} ${top + 22}v-26m-5 7l5-7 5 7`
                  }
                  stroke="var(--color-magenta)"
                  strokeWidth="2.6"
                  fill="none"
                />
              </>
            )}
            <path d={`M${x + width + 3} ${middle}H${TEXT - 8}`} stroke="var(--color-key)" strokeWidth="0.9" />
            <text x={TEXT} y={middle - 2} fontSize="16.5" fontWeight="700">
              {layer.name}
            </text>
            <text x={TEXT} y={middle + 15} fontSize="14.5" fill="var(--color-soft)">
              {said[i]}
            </text>
            <title>{print.text(layer.why)}</title>
          </g>
        );
      })}
    </svg>
  );
}

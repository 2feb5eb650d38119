import { TARGET, TARGET_GAP } from '@kanga/core/measure';
import type { Study } from '@kanga/core/study';
import { usePrint } from '../data/index.js';
import { Button, CloseFoot, OpenDialog } from '../ui/index.js';
import { SwatchTile } from './swatch-tile.js';

/** Two columns, and room beside each swatch to write on. */
const COLUMNS = 2;
const WRITE = 14;
const [WIDE, HIGH] = [TARGET.width + 2 * TARGET_GAP, TARGET.height + 2 * TARGET_GAP + WRITE];

/** Where each swatch goes on the cloth. */
export function ClothPlan({ study, onClose }: { study: Study; onClose: () => void }) {
  const print = usePrint();
  const rows = Math.max(1, Math.ceil(study.swatches.length / COLUMNS));
  const [width, height] = [COLUMNS * WIDE, rows * HIGH];
  return (
    <OpenDialog wide title="Where each swatch goes on the cloth" onClose={onClose}>
      <p className="mb-2">
        A piece of {print.size(width, height)} holds {study.swatches.length || 'the'} swatches. Press from the top left
        on. <b>Cover the pressed ones with paper: they give off ink again.</b> Leave a strip bare and unpressed: the
        scan is measured against it.
      </p>
      <svg
        viewBox={`-4 -4 ${width + 8} ${height + 8}`}
        className="max-h-[52vh] w-full"
        role="img"
        aria-label={`A cloth with ${study.swatches.length} places`}
      >
        <rect
          x="0"
          y="0"
          width={width}
          height={height}
          fill="var(--color-paint-cloth)"
          stroke="var(--color-key)"
          strokeWidth="1"
        />
        {study.swatches.map((swatch, i) => {
          const [x, y] = [(i % COLUMNS) * WIDE, Math.floor(i / COLUMNS) * HIGH];
          return (
            <g key={swatch.number} transform={`translate(${x} ${y})`}>
              <rect
                x={TARGET_GAP}
                y={TARGET_GAP}
                width={TARGET.width}
                height={TARGET.height}
                fill="none"
                stroke="var(--color-key)"
                strokeWidth="0.6"
                strokeDasharray="2 2"
              />
              <g transform={`translate(${WIDE / 2} ${TARGET_GAP + TARGET.height / 2})`}>
                <SwatchTile swatch={swatch} size={34} />
              </g>
              <text x={TARGET_GAP} y={TARGET_GAP + TARGET.height + 9} fontSize="6.5" className="figures">
                {swatch.number}: {print.temperature(swatch.setting.temperature)}, {Math.round(swatch.setting.dwell)} s
              </text>
              <line
                x1={TARGET_GAP}
                x2={WIDE - TARGET_GAP}
                y1={HIGH - 4}
                y2={HIGH - 4}
                stroke="var(--color-rule)"
                strokeWidth="0.6"
              />
            </g>
          );
        })}
      </svg>
      <div className="no-print mt-2">
        <Button
          onClick={() => {
            window.print();
          }}
        >
          Print
        </Button>
      </div>
      <CloseFoot onClose={onClose} />
    </OpenDialog>
  );
}

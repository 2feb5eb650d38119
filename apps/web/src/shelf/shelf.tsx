import { useSuspenseQuery } from '@tanstack/react-query';
import { fitnessOf, proposeBleed } from '@kanga/core/blank';
import { sizeOf } from '@kanga/core/geometry';
import { blanksQuery, usePrint, useShop } from '../data/index.js';
import { BlankGlyph } from '../draw/index.js';
import { Cloth } from '../frame/index.js';

/** The shelf: what there is to print on, and on what. */
export function Shelf() {
  const { settings, media, printers } = useShop();
  const print = usePrint();
  const { data: blanks } = useSuspenseQuery(blanksQuery);
  return (
    <Cloth head={<b>{settings.shopName}</b>}>
      <div className="min-h-0 flex-1 overflow-auto p-6" tabIndex={0} role="region" aria-label="Shelf">
        <h1 className="mb-4 font-big text-[34px] leading-none font-bold">Shelf</h1>
        <ul className="grid gap-4 sm:grid-cols-2 xl:grid-cols-3">
          {blanks.map((blank) => {
            const { width, height } = sizeOf(blank.sides[0]?.outline ?? { kind: 'ellipse', width: 0, height: 0 });
            const bleed = proposeBleed(blank).value;
            return (
              <li
                key={blank.id}
                className="grid grid-cols-[110px_minmax(0,1fr)] gap-3 border-[1.5px] border-key/25 p-3"
              >
                <BlankGlyph blank={blank} className="h-28 w-full" />
                <div>
                  <h2 className="font-big text-[19px] leading-tight font-bold">{blank.name}</h2>
                  <p className="figures mt-1">{print.size(width, height)}</p>
                  <p className="text-[15px] text-soft">
                    {bleed > 0 ? `${print.length(bleed)} bleed` : 'spot print'} · {blank.fibre.polyester} % polyester ·{' '}
                    {blank.surface}
                  </p>
                  <p className="text-[15px]">{fitnessOf(blank).verdict}</p>
                </div>
              </li>
            );
          })}
        </ul>
        <h2 className="mt-7 mb-2 font-big text-2xl font-bold">Paper</h2>
        <table className="w-full max-w-3xl text-left">
          <thead className="text-soft">
            <tr className="border-b-2 border-key">
              <th className="py-1 font-normal">Paper</th>
              <th className="font-normal">Size</th>
              <th className="font-normal">Edges that cannot print</th>
              <th className="font-normal">Printer</th>
            </tr>
          </thead>
          <tbody>
            {media.map((one) => (
              <tr key={one.id} className="border-b border-rule">
                <th scope="row" className="py-1.5 font-semibold">
                  {one.name}
                </th>
                <td className="figures">
                  {one.kind === 'cut' ? print.size(one.width, one.length) : `${print.length(one.width)} wide`}
                </td>
                <td>
                  {print.length(one.margins.left)} at the sides, {print.length(one.margins.bottom)} at the foot
                </td>
                <td>{printers.find((printer) => printer.id === one.printerId)?.name}</td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
    </Cloth>
  );
}

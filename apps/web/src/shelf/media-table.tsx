import { usePrint, useShop } from '../data/index.js';

/** The paper that there is, and on which printer it goes. */
export function MediaTable() {
  const { media, printers } = useShop();
  const print = usePrint();
  return (
    <>
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
    </>
  );
}

import { memo, useId } from 'react';
import type { Drawn, DrawnPicture } from '@kanga/core/art';
import type { Template } from '@kanga/core/blank';
import { svgMatrix, svgPath } from '@kanga/core/geometry';
import { svgOf } from '@kanga/core/text';
import { pictureUrl } from '../data/index.js';

type Size = 'thumb' | 'preview';

const image = ({ art }: DrawnPicture, size: Size, x = 0, y = 0) => (
  <image
    href={pictureUrl(art.id, size)}
    x={x}
    y={y}
    width={art.facts.width}
    height={art.facts.height}
    preserveAspectRatio="none"
  />
);

/** A repeated picture as a pattern over the bleed, so that it costs the same however often it is repeated. */
function Repeated({ picture, template, size }: { picture: DrawnPicture; template: Template; size: Size }) {
  const id = useId();
  const { width, height } = picture.art.facts;
  const half = picture.item.repeat === 'half drop';
  return (
    <>
      <defs>
        <pattern
          id={id}
          width={half ? 2 * width : width}
          height={height}
          patternUnits="userSpaceOnUse"
          patternTransform={svgMatrix(picture.base)}
        >
          {image(picture, size)}
          {half && image(picture, size, width, height / 2)}
          {half && image(picture, size, width, -height / 2)}
        </pattern>
      </defs>
      <path d={svgPath(template.bleedPolygon)} fill={`url(#${id})`} />
    </>
  );
}

/** One item as it is printed; drawn again only when it lies elsewhere. */
export const DrawnItem = memo(function DrawnItem({
  drawn,
  template,
  size,
}: {
  drawn: Drawn;
  template: Template;
  size: Size;
}) {
  if (drawn.kind === 'text')
    return <path d={svgOf(drawn.line.commands)} transform={svgMatrix(drawn.transform)} fill={drawn.item.colour} />;
  if (drawn.item.repeat !== 'once') return <Repeated picture={drawn} template={template} size={size} />;
  return <g transform={svgMatrix(drawn.base)}>{image(drawn, size)}</g>;
});

/** Everything that is printed on a side, from the back to the front, clipped to its bleed. */
export function DrawnItems({
  drawn,
  template,
  size = 'preview',
}: {
  drawn: readonly Drawn[];
  template: Template;
  size?: Size;
}) {
  const id = useId();
  return (
    <>
      <defs>
        <clipPath id={id}>
          <path d={svgPath(template.bleedPolygon)} />
        </clipPath>
      </defs>
      <g clipPath={`url(#${id})`}>
        {drawn.map((one, i) => (
          <DrawnItem key={`${one.item.id} ${i}`} drawn={one} template={template} size={size} />
        ))}
      </g>
    </>
  );
}

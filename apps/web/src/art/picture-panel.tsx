import { useState } from 'react';
import {
  chestPlacement,
  ownSize,
  proposed,
  fitted,
  groundOf,
  pixelsPerInch,
  PLACEMENT_LIMITS,
  printedHeight,
  REPEATS,
  type DrawnPicture,
  type Placement,
  type Repeat,
} from '@kanga/core/art';
import { parseLength, tidyNumber } from '@kanga/core/units';
import { Fact } from '../frame/index.js';
import { useJob } from '../job/index.js';
import { Button, Check, Choice, ParsedField } from '../ui/index.js';
import { PageChoice } from './page-choice.js';
import { SpotFields } from './spot-fields.js';
import { placed, type Designing } from './use-design.js';

const GROUND = {
  opaque: 'fills its whole face',
  transparent: 'transparent',
  'white box': 'white, not transparent',
  haze: 'hazy',
};
const REPEAT_NAMES: Record<Repeat, string> = { once: 'Once', straight: 'In rows', 'half drop': 'Half drop' };

/** What Kanga reads in the picture, and how it comes out at this size. */
export function PictureFacts({ drawn, missingShare }: { drawn: DrawnPicture; missingShare: number | null }) {
  const { print } = useJob();
  const { art, placement } = drawn;
  const { facts } = art;
  const own = ownSize(facts);
  return (
    <dl>
      <div className="pb-2">
        <dt className="sr-only">Resolution at printed size</dt>
        <dd>
          {facts.vector ? (
            <span className="font-big text-2xl font-bold">A drawing: sharp at any size</span>
          ) : (
            <>
              <span className="figures text-[33px] leading-none">{Math.round(pixelsPerInch(placement, facts))}</span>{' '}
              <span className="text-soft">pixels per inch</span>
            </>
          )}
        </dd>
      </div>
      {!facts.vector && (
        <Fact
          name="Picture"
          note={`${tidyNumber((facts.width * facts.height) / 1e6, 1)} megapixels, ${tidyNumber(art.bytes / 1e6, 1)} MB`}
        >
          <span className="figures">
            {facts.width} × {facts.height}
          </span>
        </Fact>
      )}
      <Fact name="Printed">
        <span className="figures">{print.size(placement.width, printedHeight(placement, facts))}</span>
      </Fact>
      {own && Math.abs(own.width - placement.width) > 0.5 && (
        <Fact name="Its own size">
          <span className="figures">{print.size(own.width, own.height)}</span>
        </Fact>
      )}
      <Fact name="Background">{GROUND[groundOf(art)]}</Fact>
      <Fact name="Colour">{facts.profile ?? 'no profile: taken as sRGB'}</Fact>
      {missingShare !== null && (
        <Fact name="Cover">
          {missingShare === 0 ? 'reaches over the whole bleed' : `${tidyNumber(missingShare * 100, 1)} % left bare`}
        </Fact>
      )}
    </dl>
  );
}

/** How the chosen picture lies, in figures and by one press. */
export function PicturePanel({ drawn, designing }: { drawn: DrawnPicture; designing: Designing }) {
  const { view, print } = useJob();
  const { item, art, placement } = drawn;
  const { composed, put } = designing;
  const [more, setMore] = useState(false);
  if (!composed || !view.blank) return null;
  const { template } = composed;
  const to = (spot: Placement) => {
    put(placed(item, spot));
  };
  const { least, most } = PLACEMENT_LIMITS;
  const ways: [string, () => void][] = [
    [
      'Fit',
      () => {
        put(proposed(item));
      },
    ],
    [
      'Cover',
      () => {
        to(fitted(template, art.facts, 'cover'));
      },
    ],
    [
      'Inside',
      () => {
        to(
          fitted(
            { ...template, bleedBox: { x: 0, y: 0, width: template.width, height: template.height } },
            art.facts,
            'contain',
          ),
        );
      },
    ],
    [
      'Centre',
      () => {
        to({ ...placement, x: template.width / 2, y: template.height / 2 });
      },
    ],
    [
      'Turn 90°',
      () => {
        to({ ...placement, rotation: placement.rotation + 90 });
      },
    ],
  ];
  const own = ownSize(art.facts);
  if (own) {
    ways.splice(3, 0, [
      'Own size',
      () => {
        to({ ...placement, width: own.width });
      },
    ]);
  }
  if (template.chest) {
    ways.push([
      'Chest',
      () => {
        to(chestPlacement(template, art.facts));
      },
    ]);
  }
  return (
    <div className="space-y-2 border-t border-rule py-2">
      <div className="flex flex-wrap gap-1.5">
        {ways.map(([label, act]) => (
          <Button key={label} onClick={act}>
            {label}
          </Button>
        ))}
      </div>
      <div className="grid grid-cols-2 gap-2">
        <ParsedField
          label="Printed width"
          shown={print.length(placement.width)}
          parse={(text) => parseLength(text, print.units.length)}
          limits={(mm) => (mm >= least && mm <= most ? null : `From ${print.length(least)} to ${print.length(most)}.`)}
          onValue={(width) => {
            to({ ...placement, width });
          }}
        />
        {more && <SpotFields spot={placement} onSpot={to} />}
      </div>
      <Choice
        label="Repeat"
        value={item.repeat}
        options={REPEATS.map((value) => ({ value, label: REPEAT_NAMES[value] }))}
        onChange={(repeat) => {
          // A pattern begins at a size that repeats: a quarter of the template across.
          const spot = item.placement ?? { ...placement, width: Math.max(10, template.width / 4) };
          put({ ...item, repeat, placement: repeat === 'once' ? item.placement : spot });
        }}
      />
      {art.pages > 1 && <PageChoice art={art} designing={designing} />}
      {more && (
        <Check
          label="Already mirrored in its file"
          checked={item.mirroredInFile}
          onChange={(mirroredInFile) => {
            put({ ...item, mirroredInFile });
          }}
        />
      )}
      <Button
        aria-expanded={more}
        onClick={() => {
          setMore(!more);
        }}
      >
        {more ? 'Fewer details' : 'More details'}
      </Button>
    </div>
  );
}

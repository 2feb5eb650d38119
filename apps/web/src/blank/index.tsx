import { useState } from 'react';
import type { ReactNode } from 'react';
import { Link } from 'react-router';
import { proposedAgain, saidFor } from '@kanga/core/art';
import { dyeShareOf, isHardGoods } from '@kanga/core/blank';
import { PIECES_LIMITS } from '@kanga/core/job';
import { parseLength } from '@kanga/core/units';
import { addressOf } from '@kanga/contract/route';
import { InkLooks, OtherRoute, TemplateDrawing, TemplateKey, ZoomField } from '../draw/index.js';
import { DecisionFact, Empty, Fact, Field } from '../frame/index.js';
import { useJob } from '../job/index.js';
import { Button, ParsedField } from '../ui/index.js';
import { ShelfPicker } from './shelf-picker.js';

const VERDICT_TONE = {
  'takes dye': 'bg-green text-white',
  'takes dye, with a loss': 'bg-yellow text-key',
  'wrong process': 'bg-magenta text-white',
};

function Facts(): ReactNode {
  const { view, session, print, locked } = useJob();
  const { blank, fitness, film, bleed, template, job } = view;
  return (
    <>
      {film && (
        <div className="mb-2 bg-cyan px-3 py-2 text-white">
          <p className="font-big text-xl font-bold">Pressed with film</p>
          <p className="text-[15px]">
            {film.name}, {print.temperature(film.temperature)} for {film.dwell} s, peeled {film.peel}.
          </p>
        </div>
      )}
      {blank && fitness && !film && (
        <div className={`mb-2 px-3 py-2 ${VERDICT_TONE[fitness.verdict]}`}>
          <p className="font-big text-xl font-bold first-letter:uppercase">{fitness.verdict}</p>
          <p className="text-[15px]">{fitness.why}</p>
        </div>
      )}
      {fitness && !film && <InkLooks fitness={fitness} />}
      {fitness && (
        <OtherRoute fitness={fitness} {...(film ? { heading: 'How it is done' } : {})}>
          {!locked && (
            <Button
              className="mt-1 w-full"
              onClick={() => {
                // Heat and time of the one are wrong for the other.
                const { house } = job.overrides;
                session.change({ overrides: { ...(house ? { house } : {}), ...(film ? {} : { process: 'film' }) } });
              }}
            >
              {film ? 'Back to dye' : 'Plan it with film'}
            </Button>
          )}
        </OtherRoute>
      )}
      {!locked && (
        <div className="border-t border-rule py-2">
          <ParsedField
            label="Pieces"
            shown={String(job.pieces)}
            parse={(text) =>
              /^\s*\d+\s*$/.test(text)
                ? { ok: true, value: Number(text) }
                : { ok: false, problem: `“${text.trim()}” is not a whole number.` }
            }
            limits={(n) =>
              n >= PIECES_LIMITS.least && n <= PIECES_LIMITS.most
                ? null
                : `A job has from ${PIECES_LIMITS.least} to ${PIECES_LIMITS.most} pieces.`
            }
            onValue={(pieces) => {
              session.change({ pieces });
            }}
          />
        </div>
      )}
      <dl>
        {locked && <Fact name="Pieces">{job.pieces}</Fact>}
        {blank && template && bleed && (
          <>
            <Fact name="Print area">
              <span className="figures">{print.size(template.width, template.height)}</span>
            </Fact>
            <DecisionFact name="Bleed" decision={bleed} show={(mm) => (mm === 0 ? 'none' : print.length(mm))}>
              {(close) =>
                !locked && (
                  <div className="space-y-2">
                    <ParsedField
                      label="Bleed on every edge"
                      shown={print.length(bleed.value)}
                      parse={(text) => parseLength(text, print.units.length)}
                      limits={(mm) =>
                        mm >= 0 && mm <= 100 ? null : `A bleed is from nothing to ${print.length(100)}.`
                      }
                      onValue={(mm) => {
                        session.change({ bleed: mm });
                      }}
                    />
                    {bleed.overruled && (
                      <Button
                        onClick={() => {
                          session.change({ bleed: null });
                          close();
                        }}
                      >
                        Use the proposed value
                      </Button>
                    )}
                  </div>
                )
              }
            </DecisionFact>
            <Fact name="To cut" note="print area with its bleed">
              <span className="figures">{print.size(template.bleedBox.width, template.bleedBox.height)}</span>
            </Fact>
            {isHardGoods(blank.family) ? (
              <Fact name="Made of" note="dye settles in the coating">
                a polymer coating
              </Fact>
            ) : (
              <Fact name="Cloth" note={`${Math.round(dyeShareOf(blank.fibre))} % of it takes dye`}>
                {[
                  ['polyester', blank.fibre.polyester],
                  ['cotton', blank.fibre.cotton],
                  ['elastane', blank.fibre.elastane],
                  ['other', blank.fibre.other],
                ]
                  .filter(([, share]) => share !== 0)
                  .map(([name, share]) => `${share} % ${name}`)
                  .join(', ')}
              </Fact>
            )}
            <Fact name="Surface">
              {blank.surface}
              <span
                aria-hidden
                className="ml-2 inline-block h-4 w-8 border border-key/50 align-middle"
                style={{ background: blank.baseColour }}
              />
            </Fact>
            <Fact name="Sides">{blank.sides.map((side) => side.name).join(', ')}</Fact>
            {blank.jig && <Fact name="Jig">{blank.jig}</Fact>}
          </>
        )}
      </dl>
      {blank && (
        <p className="border-t border-rule pt-2 text-[15px]">
          <Link
            className="inline-flex min-h-tap items-center text-cyan underline"
            to={`/shelf/${blank.id}?job=${job.id}`}
          >
            Open it on the shelf
          </Link>
          {' · '}
          <a
            className="inline-flex min-h-tap items-center text-cyan underline"
            href={addressOf('blankTemplate', { id: blank.id, side: 0 })}
            download
          >
            Template as PDF
          </a>
        </p>
      )}
    </>
  );
}

/** Blank’s one question: will this take dye, and how large is the print? */
export default function BlankStage() {
  const { view, session, print, locked } = useJob();
  const { blank, template } = view;
  const [picking, setPicking] = useState(false);
  const open = !blank || picking;
  return (
    <Field
      title={blank ? `Printed on: ${blank.name}` : 'What are you printing on?'}
      tools={
        blank && !locked ? (
          <Button
            aria-expanded={open}
            onClick={() => {
              setPicking(!picking);
            }}
          >
            {open ? 'Hide the shelf' : 'Change blank'}
          </Button>
        ) : undefined
      }
      picture={
        <div className="flex h-full flex-col">
          {open && (
            <ShelfPicker
              chosen={blank?.id ?? null}
              locked={locked}
              jobId={view.job.id}
              onChoose={(chosen, passing) => {
                session.change({
                  blankId: chosen.id,
                  bleed: null,
                  design: saidFor(proposedAgain(view.job.design), chosen),
                  overrides: {},
                });
                setPicking(passing);
              }}
            />
          )}
          <div className="relative min-h-[330px] flex-1 overflow-hidden border border-rule bg-wash">
            {blank && template ? (
              <ZoomField label="the template">
                <TemplateDrawing
                  template={template}
                  blank={blank}
                  print={print}
                  label={`Template of ${blank.name}, ${print.size(template.width, template.height)}`}
                />
              </ZoomField>
            ) : (
              <Empty>Choose a blank above: its template appears here at true proportions.</Empty>
            )}
          </div>
          {template && <TemplateKey template={template} print={print} />}
        </div>
      }
      ledger={<Facts />}
    />
  );
}

import { Injectable } from '@nestjs/common';
import { drawnOn, fontsOf, printedHeight, valuesOf, type ComposedSide } from '@kanga/core/art';
import { besideOf, type Blank } from '@kanga/core/blank';
import type { JobView } from '@kanga/core/job';
import { unitPrinter, type UnitPrinter } from '@kanga/core/units';
import type { ProofLook } from '@kanga/contract/sheet';
import { ArtService } from '../art/index.js';
import { refuse } from '../http/index.js';
import { JobService } from '../job/index.js';
import { DocumentMaker, task } from '../process/index.js';
import { ShopService } from '../shop/index.js';
import { facesFor } from '../text/index.js';
import { ProfileService } from './profile.service.js';
import type { drawSide, makeProof, PartToDraw, Previews } from './make-proof.js';
import type { Proof } from './proof-pdf.js';

const MODULE = new URL('./make-proof.js', import.meta.url);
const SIDE = task<typeof drawSide>(MODULE, 'drawSide');
const PROOF = task<typeof makeProof>(MODULE, 'makeProof');

/** Where the art of a side stands, in words. */
function placeOf({ template, drawn }: ComposedSide, blank: Blank, side: number, print: UnitPrinter): string[] {
  const facts = [
    `Print area ${print.size(template.width, template.height)}${template.bleed > 0 ? `, with ${print.length(template.bleed)} bleed round it` : ''}`,
  ];
  for (const one of drawn.filter((item) => item.kind === 'text')) {
    facts.push(`“${one.item.text}”: capitals ${print.length(one.line.size)} high`);
  }
  const collar = blank.sides[side]?.keepOuts.find((keepOut) => keepOut.kind === 'collar');
  const outline = blank.sides[side]?.outline;
  const [first] = drawn;
  if (collar && outline && first?.kind === 'picture') {
    const { clearance } = besideOf(collar, outline);
    const height = printedHeight(first.placement, first.art.facts);
    const top = first.placement.y - height / 2;
    facts.push(
      `Art ${print.size(first.placement.width, height)}, its top ${print.length(clearance + top)} below the collar`,
    );
  }
  return facts;
}

/** A job with something to show. */
interface Ready {
  view: JobView;
  blank: Blank;
  previews: Previews;
}
/** Whose proof it is, and how lengths and days are printed on it. */
interface Printer {
  shop: string;
  units: UnitPrinter;
}
type ProofHead = Pick<Proof, 'title' | 'lines' | 'approval'>;

const nothing = () =>
  refuse(409, 'proof.nothing', 'There is nothing to show yet', 'Choose a blank and put art on it first.');

@Injectable()
export class ProofService {
  constructor(
    private readonly jobs: JobService,
    private readonly art: ArtService,
    private readonly shop: ShopService,
    private readonly profiles: ProfileService,
    private readonly documents: DocumentMaker,
  ) {}

  private async ready(id: string): Promise<Ready> {
    const ready = await this.readyIfAny(id);
    if (!ready) throw nothing();
    return ready;
  }
  /** A job with its pictures; null: it has nothing to show. */
  private async readyIfAny(id: string): Promise<Ready | null> {
    const view = await this.jobs.view(id);
    const { blank, sides } = view;
    if (!blank || sides.every((side) => side.drawn.length === 0)) return null;
    const previews = new Map<string, Uint8Array>();
    for (const art of view.arts) previews.set(art.id, await this.art.picture(art.id, 'preview'));
    return { view, blank, previews };
  }

  private async sideFor({ job, templates, arts }: JobView, side: number, piece: number): Promise<ComposedSide> {
    const template = templates[side];
    if (!template) throw refuse(404, 'proof.side', `This blank has no side ${side + 1}`, `It has ${templates.length}.`);
    const palette = { arts, faces: await facesFor(fontsOf(job.design)) };
    return { template, drawn: drawnOn(job.design, side, templates, palette, valuesOf(job.run, piece)) };
  }

  /** One side of one piece as it looks, PNG. */
  async png(id: string, side: number, look: ProofLook, piece: number): Promise<Buffer> {
    const { view, blank, previews } = await this.ready(id);
    const kind = look === 'profile' ? 'pressed' : look;
    const composed = await this.sideFor(view, side, piece);
    const png = await this.documents.make(SIDE, { composed, blank, previews, kind });
    if (look !== 'profile') return png;
    const soft = await this.profiles.soften(png);
    if (!soft)
      throw refuse(
        409,
        'profile.none',
        'No printer profile was given yet',
        'Choose the ICC profile of the printer and paper.',
      );
    return soft;
  }

  /** The customer proof of a job, PDF. */
  async pdf(id: string): Promise<{ name: string; data: Buffer }> {
    const [ready, print] = await Promise.all([this.ready(id), this.printer()]);
    const { job, approval } = ready.view;
    const { lines, ...part } = await this.part(ready, '', print);
    const data = await this.documents.make(PROOF, {
      shop: print.shop,
      title: `Proof ${job.number} · ${job.name}`,
      lines: [...(job.customer ? [`For ${job.customer}`] : []), ...lines],
      parts: [{ ...part, lines: [] }],
      approval:
        approval === 'approved' && job.approval
          ? `Approved by ${job.approval.by} on ${print.units.day(job.approval.at)}`
          : null,
    });
    return { name: `kanga-job-${job.number}-proof.pdf`, data };
  }

  /** One proof of several jobs, PDF: what is said at its head and foot, and a heading over each job. Those with nothing to show are left out; none that shows anything is refused. */
  async pdfOf(head: ProofHead, jobs: readonly { id: string; heading: string }[]): Promise<Buffer> {
    const print = await this.printer();
    const parts: PartToDraw[] = [];
    for (const { id, heading } of jobs) {
      const ready = await this.readyIfAny(id);
      if (ready) parts.push(await this.part(ready, heading, print));
    }
    if (parts.length === 0) throw nothing();
    return this.documents.make(PROOF, { shop: print.shop, ...head, parts });
  }

  private async printer(): Promise<Printer> {
    const { settings } = await this.shop.read();
    return { shop: settings.shopName, units: unitPrinter(settings.units, settings) };
  }

  /** What a proof says and shows of one job. */
  private async part({ view, blank, previews }: Ready, heading: string, { units }: Printer): Promise<PartToDraw> {
    const { job } = view;
    const sides: PartToDraw['sides'] = [];
    for (const side of view.printed) {
      const composed = await this.sideFor(view, side, 0);
      sides.push({ name: blank.sides[side]?.name ?? '', facts: placeOf(composed, blank, side, units), composed });
    }
    const names = job.run ? `, ${job.run.length} rows of names; the first is shown` : '';
    return {
      heading,
      lines: [
        `${job.pieces} × ${blank.name}${names}`,
        `${blank.fibre.polyester} % polyester, ${view.fitness?.why ?? ''}`,
      ],
      blank,
      previews,
      sides,
    };
  }
}

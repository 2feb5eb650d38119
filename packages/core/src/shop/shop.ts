import type { PressCheck } from '../heat/index.js';
import type { DateStyle, ShopUnits } from '../units/index.js';
import type { Parcels } from './parcels.js';
import type { Rates } from './rates.js';
import type { HouseRules } from './school.js';

export const PRESS_KINDS = [
  'clamshell',
  'swing-away',
  'draw',
  'auto-open',
  'hand iron',
  'mug press',
  'cap press',
] as const;
export type PressKind = (typeof PRESS_KINDS)[number];

/** Presses whose element is bent round the goods, on which a thermometer reads low. */
export const isCurved = (kind: PressKind): boolean => kind === 'mug press' || kind === 'cap press';

export const PAD_KINDS = ['foam', 'rubber', 'silicone'] as const;

/** A pad at hand beside a press, mm. */
export interface Pad {
  kind: (typeof PAD_KINDS)[number];
  width: number;
  depth: number;
  thickness: number;
}

/** A heat press of the shop. */
export interface Press {
  id: string;
  name: string;
  kind: PressKind;
  /** Upper plate, mm: across and front to back; of a bent element round it and along it, laid flat. */
  platen: { width: number; depth: number };
  /** The highest temperature it may be set to, °C. */
  heatLimit: number;
  /** Between its plates when it is locked, mm: what lies in it may be as thick, pads squeezed; null: nobody measured. */
  opening: number | null;
  /** From cold to its temperature, and back to it after a pressing, s. */
  warmUp: number;
  recovery: number;
  /** How far a table beside it holds up what hangs out, mm; 0: none. */
  table: number;
  pads: Pad[];
  /** What the shop knows about it, in its own words. */
  remark: string;
  /** Edges of the plate, seen from above with the front below, that a blank may hang over. */
  open: Record<'top' | 'right' | 'bottom' | 'left', boolean>;
  /** Its last check; null: never checked. */
  check: PressCheck | null;
  /** Where its controller answers Modbus TCP, `tcp://host:port`, or the stand-in; null: it tells nothing of itself. */
  controller: string | null;
}

/** The edges that are open on a press of a kind: the hinge of a clamshell stands at its back, a mug press closes round the goods. */
export const openEdges = (kind: PressKind): Press['open'] => {
  const sides = kind !== 'mug press';
  return {
    top: kind !== 'clamshell' && kind !== 'auto-open' && kind !== 'cap press',
    right: sides,
    bottom: true,
    left: sides,
  };
};

/** What is taken of a press that nobody has said more of. From memory, no published source: a quarter of an hour, half a minute. */
export const USUAL_PRESS: Pick<Press, 'opening' | 'warmUp' | 'recovery' | 'table' | 'pads' | 'controller'> = {
  opening: null,
  controller: null,
  warmUp: 900,
  recovery: 30,
  table: 0,
  pads: [],
};

/** Unprintable edges, mm. */
export interface Margins {
  top: number;
  right: number;
  bottom: number;
  left: number;
}

/** One ink of a printer. */
export interface Ink {
  name: (typeof INK_NAMES)[number];
  /** Millilitres that a square metre of full cover takes. */
  perSquareMetre: number;
  /** Price of a millilitre in the shop's own money; null: not known. */
  price: number | null;
}
export const INK_NAMES = ['cyan', 'magenta', 'yellow', 'black'] as const;

/** A printer of the shop, and who mirrors: exactly one of Kanga and its driver. */
export interface Printer {
  id: string;
  name: string;
  mirroredBy: 'kanga' | 'driver';
  /** What it lays on the paper: ink, or toner that needs more heat to let go. */
  dye: 'ink' | 'toner';
  /** Pixels per inch that it prints pictures with. */
  resolution: number;
  /** Where it is asked to print: an address of the Internet Printing Protocol, `ipp://…`, or the stand-in; null: by hand. */
  address: string | null;
  inks: Ink[];
  /** What its last mirror test showed; null: never tested. */
  mirrorTest: MirrorTest | null;
}

/** The address of the simulated device that ships with Kanga, wherever it listens today. */
export const STAND_IN = 'stand-in';

/** What a printed mirror test showed. */
export interface MirrorTest {
  /** ISO 8601. */
  at: string;
  /** Whether the driver turned the page over. */
  driverMirrors: boolean;
}

/** What has to be set in the driver at every print, for one paper in one printer. */
export interface PrintCard {
  paperKind: string;
  quality: string;
  /** Who converts colours: exactly one does. */
  conversion: (typeof CONVERSIONS)[number];
  /** The profile it converts with. */
  profile: string;
  /** Tray or roll. */
  source: string;
}
export const CONVERSIONS = ['this file’s program', 'driver', 'printer'] as const;

/** Paper in one printer. A roll's `length` is the longest piece that can be printed in one go. */
export interface Media {
  id: string;
  printerId: string;
  name: string;
  kind: 'cut' | 'roll';
  width: number;
  length: number;
  margins: Margins;
  /** What is left: sheets, or mm of the roll; null: nobody counts. */
  left: number | null;
  /** Price of a sheet, or of a metre of the roll, in the shop's own money; null: not known. */
  price: number | null;
  card: PrintCard;
  /** A piece left over: it is used up by one sheet. */
  offcut: boolean;
}

/** A card nobody has filled in: the usual picks. Common practice, no published source. */
export const USUAL_CARD: PrintCard = {
  paperKind: 'matte presentation',
  quality: 'high',
  conversion: 'driver',
  profile: '',
  source: 'tray',
};
/** Inks of a desktop printer, ml a square metre at full cover. From memory, no published source: about 10 to 15 ml. */
export const USUAL_INKS: Ink[] = INK_NAMES.map((name) => ({ name, perSquareMetre: 12, price: null }));

/** How the shop likes things shown and done. */
export interface Settings {
  shopName: string;
  units: ShopUnits;
  /** `2026-12-03`, or `Thu 3 Dec 2026`. */
  dates: DateStyle;
  /** The ground of the bench screen. */
  bench: 'dark' | 'light';
  sounds: boolean;
  /** The schools that the house follows at the press. */
  house: HouseRules;
  /** Activation energy of dye going into the cloth, kJ/mol: how much a lower temperature is paid for with time. */
  energy: number;
  /** Who works here, for saying who pressed. */
  people: string[];
  /** Where it stands, of the IANA Time Zone Database: its days begin and end there. */
  timeZone: string;
  /** Nothing is printed without a nozzle check; left out: it is asked about. */
  nozzlesFirst?: boolean;
  /** Its own figures of money; left out: nobody has written any, and the usual ones are taken. */
  rates?: Rates;
  /** How it sends; left out: nobody has said. */
  parcels?: Parcels;
}

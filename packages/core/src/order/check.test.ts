import { BUILT_IN_BLANKS, type Blank } from '../blank/index.js';
import { blankItem, USUAL_BUYING, type StockItem } from '../stock/index.js';
import { sampleOrder, sampleOrderJob } from '../testing/index.js';
import { checkOrder, checkPrices, shortOf, type Order, type OrderFile, type OrderJob } from './index.js';

const tees = BUILT_IN_BLANKS.filter(({ range }) => range === 'Volunteer tee');
const tee = tees.find(({ size }) => size === 'M') as Blank;
const order = sampleOrder();
const job = (change: Partial<OrderJob> = {}) => sampleOrderJob({ blankId: tee.id, ...change });
const file = (change: Partial<Order> = {}, jobs: OrderJob[] = [job()]): OrderFile => ({
  order: { ...order, ...change },
  jobs,
});
const item = (change: Partial<StockItem> = {}): StockItem => ({
  ...USUAL_BUYING,
  id: blankItem(tee.id),
  kind: 'blank',
  name: tee.name,
  family: 'tee',
  unit: 'piece',
  level: 4,
  price: null,
  batch: '',
  rate: null,
  claims: [],
  log: { spoiled: 1, pressed: 60 },
  measured: null,
  supply: null,
  ...change,
});
const HOUSE = 0.03;

describe('what an order is short of', () => {
  it('is what is not pressed yet, all sizes of a blank together, with its spares', () => {
    // scipy’s betabinom(n, 59.5, 1.5).sf(9): 0.793 at n = 10, 0.960 at 11, 0.992 at 12.
    expect(shortOf(file(), [item()], HOUSE)).toEqual([
      { blankId: tee.id, wanted: 10, have: 4, safe: 11, orderBy: '2026-12-03', coming: null },
    ]);
    expect(shortOf(file({}, [job(), job({ pressed: 4 })]), [item({ level: 15 })], HOUSE)).toMatchObject([
      { wanted: 16, have: 15 },
    ]);
    expect(shortOf(file({}, [job({ pressed: 10 })]), [item({ level: 0 })], HOUSE)).toEqual([]);
    expect(shortOf(file({}, [job({ status: 'closed' })]), [item({ level: 0 })], HOUSE)).toEqual([]);
  });
  it('is nothing of what nobody counts, and nothing where there is enough with spares', () => {
    expect(shortOf(file(), [item({ level: null })], HOUSE)).toEqual([]);
    expect(shortOf(file(), [item({ level: 11 })], HOUSE)).toEqual([]);
    expect(shortOf(file(), [], HOUSE)).toEqual([]);
  });
  it('leaves alone what was promised to others before', () => {
    const claims = [
      { amount: 6, due: '2026-12-01' },
      { amount: 6, due: '2026-12-24' },
    ];
    const accepted = { at: '2026-11-02T08:00:00.000Z', by: 'Wren' };
    expect(shortOf(file(), [item({ level: 20, claims })], HOUSE)).toMatchObject([{ have: 8 }]);
    expect(shortOf(file({ accepted }), [item({ level: 20, claims })], HOUSE)).toEqual([]);
    expect(shortOf(file({ accepted }), [item({ level: 16, claims })], HOUSE)).toMatchObject([{ have: 10, safe: 11 }]);
  });
});

describe('what is said of an order', () => {
  const said = (change: Partial<Order>, stock = item(), today = '2026-11-20') => {
    const one = file(change);
    return checkOrder(one, { blanks: tees, short: shortOf(one, [stock], HOUSE), today });
  };
  it('names what is missing, how much of it to order, and by when', () => {
    expect(said({ due: null }).map(({ code }) => code)).toEqual(['order.no-day', 'order.blanks']);
    expect(said({})[0]).toMatchObject({
      title: '6 too few: Volunteer tee, size M',
      remedy: expect.stringMatching(/^Order 7 by 2026-12-03.*: with 11 it is enough/) as string,
    });
    expect(said({}, item(), '2026-12-05')[0]?.remedy).toContain('Order 7, at once');
    expect(said({}, item({ coming: { amount: 24, day: '2026-12-02' } }))[0]?.why).toContain('24 pieces are expected');
    expect(said({}, item({ level: 10 }))).toMatchObject([
      { code: 'order.spares', severity: 'note', title: 'No spare: Volunteer tee, size M' },
    ]);
  });
  it('says that it is late, and that a quote has run out', () => {
    const quote = {
      at: '2026-11-10T08:00:00.000Z',
      until: '2026-12-01',
      currency: 'EUR',
      sizes: [],
      shipping: 0,
      tax: null,
      terms: '',
    };
    expect(said({}, item(), '2026-12-11').map(({ code }) => code)).toContain('order.late');
    expect(said({ quote }, item(), '2026-12-03').map(({ code }) => code)).toContain('order.expired');
    expect(said({ status: 'closed' })).toEqual([]);
  });
  it('says that sets do not come out even', () => {
    const lines = [
      { id: 'l', what: 'Crew shirts', set: 'Crew kit' },
      { id: 'm', what: 'Mugs', set: 'Crew kit' },
    ];
    const said = (mugs: number) =>
      checkOrder(file({ lines }, [job(), job({ id: 'k', line: 'm', blankId: 'mug', pieces: mugs })]), {
        blanks: tees,
        short: [],
        today: '2026-11-20',
      });
    expect(said(9)).toMatchObject([{ code: 'order.set', why: 'Crew shirts: 10; Mugs: 9.' }]);
    expect(said(10)).toEqual([]);
  });
  it('says that pieces are missing when all is closed', () => {
    const one = file({}, [job({ status: 'closed', good: 8, spoiled: 2, pressed: 10 })]);
    const list = checkOrder(one, { blanks: tees, short: [], today: '2026-11-20' });
    expect(list).toMatchObject([{ code: 'order.missing', title: '2 pieces missing' }]);
    const made = { ...one, jobs: [...one.jobs, job({ again: true, status: 'closed', pieces: 2, good: 2 })] };
    expect(checkOrder(made, { blanks: tees, short: [], today: '2026-11-20' })).toEqual([]);
  });
  it('says what a price leaves out', () => {
    expect(
      checkPrices([{ name: 'Crew shirts, M', price: 500, cost: 571 }], ['ink'], 'EUR').map(({ why }) => why),
    ).toEqual([
      'It costs €5.71, and is offered at €5.00.',
      'What is not known is not counted, so the true cost is higher.',
    ]);
  });
});

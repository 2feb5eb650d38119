import { asPressed, allPressed, benchState, bedsOf, isFarOff } from '@kanga/core/bench';
import { BUILT_IN_BLANKS, templatesOf } from '@kanga/core/blank';
import { FAULT_CODES } from '@kanga/core/inspect';
import type { RunPlan } from '@kanga/core/job';
import { USUAL_HOUSE } from '@kanga/core/shop';
import { planStack } from '@kanga/core/stack';
import { DEMO_SHOP } from '../shop-data.js';
import { GOODS } from './goods.js';
import { pastOrders, type Order } from './orders.js';
import { pressOrder } from './press-order.js';

const NOW = Date.parse('2026-11-28T10:00:00Z');
const DAY = 24 * 3_600_000;
const orders = pastOrders(NOW, 120);
const pieces = (list: readonly Order[]) => list.reduce((sum, one) => sum + one.pieces, 0);
const spoiled = (list: readonly Order[]) => list.reduce((sum, one) => sum + one.spoiled.size, 0);
const agoOf = ({ began }: Order) => Math.floor(NOW / DAY) - Math.floor(began / DAY);
const badWeek = orders.filter((one) => one.goods.press === 'Front press' && one.overrides.house !== undefined);

describe('the past of the demo shop', () => {
  it('is four months of about two orders a working day, with faults of several kinds', () => {
    expect(orders.length).toBeGreaterThan(140);
    expect(orders.length).toBeLessThan(230);
    expect(pieces(orders)).toBeGreaterThan(2000);
    const faults = new Set(orders.flatMap((one) => [...one.spoiled.values()]));
    expect(faults.size).toBeGreaterThan(6);
    expect(new Set(orders.map(({ presser }) => presser))).toEqual(new Set(['Wren', 'Juniper']));
    expect(new Set(orders.map(({ customer }) => customer)).size).toBeGreaterThan(3);
    for (const { began, spoiled: one, pieces: most } of orders) {
      expect(new Date(began).getUTCDay()).not.toBe(0);
      expect(began).toBeLessThan(NOW - DAY);
      for (const [piece, fault] of one) {
        expect(piece).toBeLessThan(most);
        expect(FAULT_CODES).toContain(fault);
      }
    }
  });
  it('is the same whenever it is made on that day', () => expect(pastOrders(NOW + 3_600_000, 120)).toEqual(orders));
  it('has one bad week, in which paper was used again, and it shows by that alone', () => {
    expect(badWeek.length).toBeGreaterThan(2);
    expect(Math.max(...badWeek.map(agoOf)) - Math.min(...badWeek.map(agoOf))).toBeLessThan(7);
    const share = spoiled(badWeek) / pieces(badWeek);
    const others = orders.filter((one) => !badWeek.includes(one));
    expect(share).toBeGreaterThan(0.15);
    expect(spoiled(others) / pieces(others)).toBeLessThan(0.05);
    for (const one of badWeek) expect(one.overrides.house).toEqual({ reuse: 'same design' });
  });
  it('names goods that are on the built-in shelf, and presses of the shop', () => {
    for (const { blank, press } of GOODS) {
      expect(BUILT_IN_BLANKS.map(({ name }) => name)).toContain(blank);
      expect(DEMO_SHOP.presses.map(({ name }) => name)).toContain(press);
    }
  });
  it('was pressed as planned, by what the plans say, and every piece of it is judged', () => {
    for (const goods of GOODS) {
      const blank = BUILT_IN_BLANKS.find(({ name }) => name === goods.blank);
      const press = DEMO_SHOP.presses.find(({ name }) => name === goods.press);
      const order = orders.find((one) => one.goods === goods);
      if (!blank || !press || !order) throw new Error(`${goods.blank} was never ordered`);
      const { settings, sides, steps } = planStack({ blank, templates: templatesOf(blank, 3), press, overrides: {} });
      const plan: RunPlan = {
        ...{ frozenAt: new Date(order.began).toISOString(), pieces: order.pieces, atOnce: 2, blank, press },
        ...{ paper: null, house: USUAL_HOUSE, settings, sides, steps, dial: 200, heatAsked: true },
      };
      const events = pressOrder(plan, order);
      const state = benchState(plan, events);
      expect(allPressed(state)).toBe(true);
      expect(state.verdicts.filter((verdict) => verdict?.verdict === 'spoiled')).toHaveLength(order.spoiled.size);
      expect(state.verdicts).not.toContain(null);
      const pressed = asPressed(plan, state);
      expect(pressed.size).toBe(bedsOf(plan));
      for (const { departures } of pressed.values()) expect(departures.filter(isFarOff)).toEqual([]);
      expect(new Set(events.map(({ id }) => id)).size).toBe(events.length);
      for (const { id } of events)
        expect(id).toMatch(/^[0-9a-f]{8}-[0-9a-f]{4}-4[0-9a-f]{3}-8[0-9a-f]{3}-[0-9a-f]{12}$/);
    }
  });
});

/**
 * Half a year of the invented shop's floor: a seeded simulation, day by day. Jobs come and are printed, film and ink are drawn and
 * bought, white is agitated or forgotten, nozzles dry up where it stood. Nobody has typed any of it.
 */
import {
  acted,
  caredFor,
  chooseLot,
  dayText,
  inkProductOf,
  NO_CARE,
  patternVerdict,
  procedureMl,
  PROCEDURES,
  USUAL_CARE,
  type CareAct,
  type CareState,
  type Ink,
  type Machine,
  type Material,
  type MissingNozzle,
  type Received,
  type Shop,
  type StockAct,
  type StockItem,
} from '@kyanos/core';
import { uniformFloat64 } from 'pure-rand/distribution/uniformFloat64';
import { xoroshiro128plus } from 'pure-rand/generator/xoroshiro128plus';
import { SHOP_STATE } from './shop.ts';

export interface StockEntry {
  /** Names a thing within the history. */
  readonly item: string;
  readonly at: string;
  readonly by: string;
  readonly what: StockAct;
}
export interface CareEntry {
  readonly machineId: string;
  readonly at: string;
  readonly by: string;
  readonly what: CareAct;
}
export interface FloorHistory {
  readonly stock: readonly StockEntry[];
  readonly care: readonly CareEntry[];
}

const DAYS = 182;
const DAY_MS = 24 * 3_600_000;
const PEOPLE = ['Rosa', 'Ida', 'Milo'] as const;
/** Jobs a working day, and the share of them that wants white. */
const PACE: Readonly<Record<string, readonly [jobs: number, white: number]>> = {
  'roll-1': [2.4, 0.35],
  'flatbed-2': [2, 0.5],
  'label-3': [1.8, 0.3],
};
/** The history ends so long before now, whatever the hour: the next morning's care is not due yet. */
const BEFORE_NOW_MS = 14 * 3_600_000;
/** A day's last job is begun, and the day is over, so long after seven in the morning. */
const LAST_START_MS = 8 * 3_600_000;
const LONGEST_DAY_MS = 13 * 3_600_000;
const DELIVERY_DAYS = 5;
const RACKS: Readonly<Record<Material['form'], string>> = {
  roll: 'Roll rack',
  sheet: 'Card shelf',
  board: 'Board bay',
};

/** Lots that jobs of the demo name, and one that has grown too old; days ago. */
const NAMED: readonly {
  readonly material: string;
  readonly lot: string;
  readonly made: number;
  readonly received: number;
  readonly size: number;
}[] = [
  { material: 'clear-film', lot: 'CW-2510-2', made: 402, received: 380, size: 30 },
  { material: 'clear-film', lot: 'CW-2607-4', made: 140, received: 118, size: 50 },
  { material: 'clear-label', lot: 'CL-2601-A', made: 331, received: 300, size: 50 },
  { material: 'clear-label', lot: 'CL-2609-B', made: 80, received: 61, size: 100 },
  { material: 'backlit-film', lot: 'BF-2608-1', made: 110, received: 92, size: 50 },
];

/** Lots of which something is to be left: jobs on the demo's board want them, and one grows too old. */
const PROMISED = new Set(NAMED.map(({ lot }) => lot));

/** @param now the moment at which it ends: the last evening is the one before */
export function floorHistory(shop: Shop, now: Date, seed = 20_261_127): FloorHistory {
  return new Floor(shop, now, seed).lived();
}

class Floor {
  readonly #shop: Shop;
  readonly #now: Date;
  readonly #stock: StockEntry[] = [];
  readonly #care: CareEntry[] = [];
  readonly #items = new Map<string, StockItem>();
  readonly #cared = new Map<string, CareState>();
  /** Orders on their way: the day on which they come, as a number of the day. */
  readonly #coming = new Map<string, number>();
  readonly #generator;
  #made = 0;
  #time = 0;

  constructor(shop: Shop, now: Date, seed: number) {
    this.#shop = shop;
    this.#now = now;
    this.#generator = xoroshiro128plus(seed);
  }

  lived(): FloorHistory {
    this.#time = this.#morning(0) - DAY_MS;
    this.#firstStock();
    for (let day = 0; day < DAYS; day++) {
      const morning = this.#morning(day);
      const weekday = new Date(morning).getUTCDay();
      // The last working day is over well before the history ends.
      if (weekday === 0 || weekday === 6 || morning + LONGEST_DAY_MS > this.#end()) continue;
      this.#time = morning;
      this.#deliveries(day);
      // Two weeks of holidays, in which only one person looks in.
      const quiet = day > 80 && day < 94;
      for (const machine of this.#shop.machines) this.#dayOf(machine, day, quiet);
      this.#order(day);
    }
    this.#lastEvening();
    return { stock: this.#stock, care: this.#care };
  }

  #morning = (day: number): number => {
    const end = Date.UTC(
      this.#now.getUTCFullYear(),
      this.#now.getUTCMonth(),
      this.#now.getUTCDate(),
      7,
    );
    return end - (DAYS - day) * DAY_MS;
  };

  #end = (): number => this.#now.getTime() - BEFORE_NOW_MS;

  #chance = (): number => uniformFloat64(this.#generator);
  #between = (low: number, high: number): number => low + (high - low) * this.#chance();
  #oneOf = <T>(list: readonly T[]): T => list[Math.floor(this.#chance() * list.length)];
  /** How many of something that happens so often on the average (Knuth's method for Poisson, from memory). */
  #howMany(mean: number): number {
    let count = 0;
    for (let p = this.#chance(); p > Math.exp(-mean); p *= this.#chance()) count++;
    return count;
  }
  /** Version 4 of RFC 9562 but for its bits, which are from the seed. */
  #uuid(): string {
    const hex = (length: number) =>
      Array.from({ length }, () => Math.floor(this.#chance() * 16).toString(16)).join('');
    return `${hex(8)}-${hex(4)}-4${hex(3)}-a${hex(3)}-${hex(12)}`;
  }
  #pass(minutes: number): void {
    this.#time += minutes * 60_000;
  }
  #at = (): string => new Date(this.#time).toISOString();
  #dayAgo = (days: number): string => dayText(new Date(this.#now.getTime() - days * DAY_MS));

  #record(item: string, what: StockAct): StockItem {
    const entry = { item, at: this.#at(), by: this.#oneOf(PEOPLE), what };
    const next = acted(this.#items.get(item), { itemId: item, at: entry.at, what });
    this.#stock.push(entry);
    this.#items.set(item, next);
    return next;
  }
  #done(machine: Machine, what: CareAct): CareState {
    const whites = machine.inks
      .filter(({ role }) => role === 'white')
      .map(({ channel }) => channel);
    const entry = { machineId: machine.id, at: this.#at(), by: this.#oneOf(PEOPLE), what };
    const next = caredFor(this.#cared.get(machine.id) ?? NO_CARE, entry, whites);
    this.#care.push(entry);
    this.#cared.set(machine.id, next);
    return next;
  }

  #receive(received: Received): string {
    const item = `item-${++this.#made}`;
    this.#record(item, { act: 'received', ...received });
    return item;
  }
  #receiveMaterial(
    material: Material,
    made: number,
    received: number,
    size: number,
    lot?: string,
  ): string {
    const roll = material.form === 'roll';
    const month = this.#dayAgo(made).slice(2, 7).replace('-', '');
    const letters = material.id
      .split('-')
      .map((word) => word[0].toUpperCase())
      .join('');
    const areaM2 = (material.width / 1000) * (roll ? size : (size * material.length) / 1000);
    return this.#receive({
      kind: 'material',
      product: material.id,
      name: material.name,
      lot: lot ?? `${letters}-${month}-${1 + Math.floor(this.#chance() * 9)}`,
      unit: roll ? 'm' : 'sheets',
      width: material.width,
      size,
      receivedOn: this.#dayAgo(received),
      madeOn: this.#dayAgo(made),
      expiresOn: null,
      place: `${RACKS[material.form]} ${1 + Math.floor(this.#chance() * 4)}`,
      paid: Math.round(areaM2 * material.pricePerM2),
    });
  }
  #receiveInk(machine: Machine, ink: Ink, day: number): string {
    const ml = ink.container?.ml ?? 440;
    const received = DAYS - day;
    return this.#receive({
      kind: 'ink',
      product: inkProductOf(machine, ink),
      name: `${ink.name}, ${machine.name}`,
      lot: `${ink.channel}${100 + Math.floor(this.#chance() * 900)}`,
      unit: 'mL',
      width: 0,
      size: ml,
      receivedOn: this.#dayAgo(received),
      madeOn: this.#dayAgo(received + 40),
      // A year from being made, printed on it.
      expiresOn: this.#dayAgo(received + 40 - 365),
      place: 'Ink cabinet',
      paid: Math.round((ml / 1000) * ink.pricePerLitre),
    });
  }

  #firstStock(): void {
    for (const { material, lot, made, received, size } of NAMED)
      if (received > DAYS)
        this.#receiveMaterial(this.#material(material), made, received, size, lot);
    for (const material of this.#shop.materials)
      this.#receiveMaterial(
        material,
        DAYS + 60 + Math.floor(this.#between(0, 90)),
        DAYS + 10,
        material.form === 'roll' ? 50 : 20,
      );
    for (const machine of this.#shop.machines) {
      for (const ink of machine.inks) {
        const item = this.#receiveInk(machine, ink, 0);
        this.#record(item, { act: 'fitted', machineId: machine.id, channel: ink.channel });
        this.#receiveInk(machine, ink, 0);
      }
      if (machine.whiteSlot) this.#done(machine, { act: 'slot', to: 'under' });
    }
  }

  #material = (id: string): Material => this.#shop.materials.find((one) => one.id === id)!;
  #things = (product: string): StockItem[] =>
    [...this.#items.values()].filter(
      (item) => item.product === product && item.discarded === null && item.left > 0,
    );

  #deliveries(day: number): void {
    // On the day, or on the Monday after it.
    for (const { material, lot, made, received, size } of NAMED)
      if (DAYS - received <= day && !this.#has(lot))
        this.#receiveMaterial(this.#material(material), made, DAYS - day, size, lot);
    for (const [product, due] of this.#coming) {
      if (due > day) continue;
      this.#coming.delete(product);
      const material = this.#shop.materials.find(({ id }) => id === product);
      if (material) {
        const old = Math.floor(this.#between(15, 75));
        this.#receiveMaterial(
          material,
          DAYS - day + old,
          DAYS - day,
          material.form === 'roll' ? 50 : 20,
        );
        continue;
      }
      for (const machine of this.#shop.machines)
        for (const ink of machine.inks)
          if (inkProductOf(machine, ink) === product) this.#receiveInk(machine, ink, day);
    }
  }
  #has = (lot: string): boolean => [...this.#items.values()].some((item) => item.lot === lot);

  /** At the end of the day somebody looks at the shelf. */
  #order(day: number): void {
    const short = (product: string, least: number) => {
      const left = this.#things(product).reduce((sum, item) => sum + item.left, 0);
      if (left < least && !this.#coming.has(product))
        this.#coming.set(product, day + DELIVERY_DAYS + Math.floor(this.#between(0, 4)));
    };
    for (const { id, form } of this.#shop.materials) short(id, form === 'roll' ? 22 : 9);
    for (const machine of this.#shop.machines)
      for (const ink of machine.inks)
        short(inkProductOf(machine, ink), 1.15 * (ink.container?.ml ?? 440));
  }

  #dayOf(machine: Machine, day: number, quiet: boolean): void {
    const [pace, white] = PACE[machine.id] ?? [1, 0.2];
    this.#time = this.#morning(day);
    this.#pass(this.#between(5, 40));
    // Forgotten at times, and mostly in the holidays.
    if (this.#chance() < (quiet ? 0.15 : 0.86)) this.#morningCare(machine);
    const jobs = this.#howMany(quiet ? 0.2 : pace);
    for (let i = 0; i < jobs && this.#time < this.#morning(day) + LAST_START_MS; i++)
      this.#job(machine, this.#chance() < white);
    const friday = new Date(this.#time).getUTCDay() === 5;
    const state = this.#cared.get(machine.id) ?? NO_CARE;
    if (machine.care?.school === 'parking' && friday && state.heads !== 'parked') {
      this.#pass(12);
      this.#done(machine, { act: 'parked' });
    }
    if (state.wasteMl > 0.8 * (machine.care?.wasteMl ?? USUAL_CARE.wasteMl))
      this.#done(machine, { act: 'waste-emptied' });
    if (this.#chance() < 0.004)
      this.#done(machine, {
        act: 'replaced',
        part: this.#oneOf(['Wiper', 'Cap', 'Damper', 'Filter']),
      });
  }

  #morningCare(machine: Machine): void {
    const state = this.#cared.get(machine.id) ?? NO_CARE;
    if (state.heads === 'parked') return;
    const stood = state.whiteMovedAt ? (this.#time - Date.parse(state.whiteMovedAt)) / DAY_MS : 0;
    const run = this.#uuid();
    this.#done(machine, {
      act: 'run-started',
      run,
      procedure: 'daily',
      title: PROCEDURES.daily.title,
    });
    this.#done(machine, { act: 'agitated' });
    this.#pass(3);
    const { missing, ml } = this.#pattern(machine, stood);
    this.#done(machine, { act: 'pattern', missing });
    const minutes = Math.round(this.#between(3, 6) * 10) / 10;
    this.#done(machine, {
      act: 'run-ended',
      run,
      finished: true,
      minutes,
      ml: procedureMl(PROCEDURES.daily, machine),
    });
    const { verdict } = patternVerdict(missing, machine.care?.nozzles ?? USUAL_CARE.nozzles);
    if (verdict === 'whole' || verdict === 'few') return;
    this.#pass(4);
    this.#done(machine, { act: 'cleaned', ml, minutes: 5 });
    this.#drawInk(machine, 'W', ml, 'care');
    this.#pass(3);
    this.#done(machine, {
      act: 'pattern',
      missing: missing.slice(0, Math.floor(missing.length / 6)),
    });
  }

  /** The longer white stood, the more nozzles have dried. */
  #pattern(machine: Machine, stoodDays: number): { missing: MissingNozzle[]; ml: number } {
    const nozzles = machine.care?.nozzles ?? USUAL_CARE.nozzles;
    const white = machine.inks.find(({ role }) => role === 'white');
    if (!white) return { missing: [], ml: 0 };
    const missing: MissingNozzle[] = [];
    const holes = this.#howMany(0.12 + 0.22 * Math.max(0, stoodDays - 1));
    for (let i = 0; i < holes; i++) {
      const nozzle = Math.floor(this.#chance() * (nozzles - 4));
      const row = Math.floor(this.#chance() * (white.rows ?? 1));
      const side = this.#chance() < 0.3 ? 2 : 1;
      for (let k = 0; k < side; k++)
        if (!missing.some((one) => one.row === row && one.nozzle === nozzle + k))
          missing.push({ channel: white.channel, row, nozzle: nozzle + k });
    }
    return { missing, ml: Math.round(this.#between(4, 9)) };
  }

  #job(machine: Machine, wantsWhite: boolean): void {
    const fits = (material: Material) =>
      machine.kind === 'flatbed'
        ? material.form !== 'roll'
        : machine.kind === 'label'
          ? material.width <= machine.maxWidth && material.form !== 'board'
          : material.form === 'roll' && material.width > 1000;
    const list = this.#shop.materials.filter(
      (material) =>
        fits(material) && (wantsWhite ? material.class !== 'white' : material.class !== 'dark'),
    );
    if (list.length === 0) return;
    const material = this.#oneOf(list);
    const roll = material.form === 'roll';
    const amount = roll
      ? Math.round(this.#between(0.4, machine.kind === 'label' ? 3 : 4.5) * 10) / 10
      : 1 + Math.floor(this.#between(0, 3));
    const { chosen } = chooseLot(
      this.#things(material.id).filter(({ lot, left }) => !PROMISED.has(lot) || left > 20),
      { amount },
      material.shelfLifeMonths === undefined ? {} : { shelfLifeMonths: material.shelfLifeMonths },
      dayText(new Date(this.#time)),
    );
    // Nothing on the shelf: the job waits for another day.
    if (!chosen) return;
    const state = this.#cared.get(machine.id) ?? NO_CARE;
    if (wantsWhite && state.heads === 'parked') {
      this.#done(machine, { act: 'heads-fitted' });
      this.#pass(3);
      this.#done(machine, { act: 'pattern', missing: [] });
    }
    const slot = this.#chance() < 0.75 ? 'under' : 'other';
    if (machine.whiteSlot && wantsWhite && state.whiteSlot !== slot && this.#chance() < 0.5) {
      this.#done(machine, { act: 'slot', to: slot });
      this.#pass(9);
      this.#done(machine, { act: 'pattern', missing: [] });
    }
    const areaM2 = roll
      ? (amount * material.width) / 1000
      : (amount * material.width * material.length) / 1e6;
    const minutes = Math.min(150, 12 + areaM2 * this.#between(14, 26) * (wantsWhite ? 1.7 : 1));
    this.#pass(8);
    const rest = this.#record(chosen.item.id, { act: 'drawn', amount, source: 'hand' });
    if (roll && rest.left > 0 && rest.left < 1.2)
      this.#record(rest.id, { act: 'discarded', reason: 'rest too short' });
    const ml: Record<string, number> = {};
    for (const ink of machine.inks) {
      const special = ink.role !== 'process';
      if (special && !(wantsWhite && ink.role === 'white') && this.#chance() > 0.08) continue;
      const cover = special ? this.#between(0.3, 0.9) : this.#between(0.05, 0.35);
      ml[ink.channel] =
        Math.round((areaM2 * 0.7 * cover * ink.laydown + ink.lossPerTrip * 2) * 100) / 100;
    }
    for (const [channel, used] of Object.entries(ml))
      this.#drawInk(machine, channel, used, 'estimate');
    this.#pass(minutes);
    const wasteMl = Math.round((machine.inks.length * 0.5 * minutes) / 6) / 10;
    this.#done(machine, {
      act: 'printed',
      name: `${this.#oneOf(['Window', 'Label', 'Sign', 'Menu', 'Poster', 'Sticker', 'Plate'])} for ${this.#oneOf(['the ferry office', 'a bakery', 'the theatre', 'a florist', 'the school', 'a brewery'])}`,
      ml,
      wasteMl,
      minutes: Math.round(minutes),
      source: 'estimate',
    });
  }

  /** From the fitted container; an empty one makes room for the oldest good one. */
  #drawInk(machine: Machine, channel: string, ml: number, source: 'estimate' | 'care'): void {
    const inside = () =>
      [...this.#items.values()].find(
        ({ fitted }) => fitted?.machineId === machine.id && fitted.channel === channel,
      );
    let container = inside();
    if (!container) return;
    if (container.left < ml + 2) {
      const { id, product } = container;
      const { chosen } = chooseLot(
        this.#things(product).filter(({ fitted }) => fitted === null),
        { amount: 1 },
        {},
        dayText(new Date(this.#time)),
      );
      if (!chosen) return;
      this.#record(id, { act: 'taken-out' });
      this.#record(id, { act: 'discarded', reason: 'empty' });
      container = this.#record(chosen.item.id, { act: 'fitted', machineId: machine.id, channel });
    }
    this.#record(container.id, { act: 'drawn', amount: ml, source });
  }

  /** A stocktake before the history ends, and the machines left as the demo shows them. */
  #lastEvening(): void {
    this.#time = this.#end();
    const counted = (item: StockItem, left: number) => {
      const differs = Math.abs(item.left - left) > 0.01;
      this.#pass(0.5);
      this.#record(item.id, {
        act: 'counted',
        left,
        reason: !differs
          ? ''
          : item.kind === 'ink'
            ? 'stocktake: more was spat than the estimate says'
            : 'stocktake: a start was cut off',
      });
    };
    for (const machine of this.#shop.machines) {
      const said = SHOP_STATE[machine.id];
      for (const item of this.#items.values()) {
        const { fitted } = item;
        if (fitted?.machineId !== machine.id) continue;
        const left = said?.leftMl[fitted.channel];
        if (left !== undefined) counted(item, Math.min(left, item.size));
      }
      const state = this.#cared.get(machine.id) ?? NO_CARE;
      if (said?.whiteSlot && state.whiteSlot !== said.whiteSlot)
        this.#done(machine, { act: 'slot', to: said.whiteSlot });
      this.#done(machine, { act: 'agitated' });
      this.#pass(9);
      this.#done(machine, { act: 'pattern', missing: [] });
      if (state.wasteMl > 0.55 * (machine.care?.wasteMl ?? USUAL_CARE.wasteMl))
        this.#done(machine, { act: 'waste-emptied' });
      // Whatever day it is, the demo shows heads that are parked.
      if (machine.care?.school === 'parking' && state.heads !== 'parked')
        this.#done(machine, { act: 'parked' });
    }
    for (const item of this.#items.values())
      if (
        item.kind === 'material' &&
        item.discarded === null &&
        item.left > 0 &&
        this.#chance() < 0.4
      )
        counted(item, Math.max(0, Math.round((item.left - this.#between(0, 0.6)) * 10) / 10));
  }
}

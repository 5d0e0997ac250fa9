import type { Schemas } from '../../api/client';

export interface KnownChange {
  plan: string;
  /** Year and month, as 2027-04. */
  month: string;
  seats: number;
}

/** What somebody tries on a renewal: terms, seats promised, what is known to come. */
export class Trying {
  /** '' for the agreement's own terms. */
  offer = $state('');
  /** Nothing promised beyond what is needed. */
  noMargin = $state(false);
  known = $state.raw<KnownChange[]>([]);
  /** Per cent that a seat added later costs more; '' for what is usual. */
  u = $state('');
  /** Seats promised, by plan, where somebody set them. */
  promised = $state.raw<Record<string, number>>({});

  promise(plan: string, seats: number) {
    this.promised = { ...this.promised, [plan]: seats };
  }

  choose(offer: string, noMargin: boolean) {
    this.offer = offer;
    this.noMargin = noMargin;
    this.promised = {};
  }

  addKnown(change: KnownChange) {
    this.known = [...this.known, change];
  }

  dropKnown(n: number) {
    this.known = this.known.filter((_, at) => at !== n);
  }

  readonly knownTexts = $derived(this.known.map((one) => `${one.plan}:${one.month}:${one.seats}`));

  /** As the server takes it; what is promised becomes a margin over what is needed. */
  margin(given: Record<string, number>): string {
    const set = Object.entries(this.promised)
      .filter(([plan]) => plan in given)
      .map(([plan, seats]) => `${plan}:${seats - given[plan]!}`);
    if (set.length > 0) return set.join(',');
    return this.noMargin ? '0' : 'advised';
  }

  /** As it was when it was prepared. */
  take(choice: Schemas['RenewalChosen']) {
    this.offer = choice.offer ?? '';
    this.noMargin = choice.margin === '0';
    this.known = choice.known.flatMap((text) => {
      const [plan, month, seats] = text.split(/:(?=\d{4}-\d\d:)|:(?=-?\d+$)/);
      return plan && month && seats ? [{ plan, month, seats: Number(seats) }] : [];
    });
    this.promised = Object.fromEntries(choice.seats.map((one) => [one.plan, one.seats]));
  }
}

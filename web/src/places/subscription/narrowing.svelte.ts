import { allOf, api, dataOf, type Holding, type Schemas } from '../../api/client';
import { asOf, param } from '../../state/address.svelte';
import { type Asking, Question } from '../../state/question.svelte';
import { session } from '../../state/session.svelte';

/** By what holders are narrowed, as the address says it. */
interface To {
  group?: string;
  site?: string;
  manager?: string;
}

/** Which holders of a subscription are listed; whom a group has the server says. */
export class Narrowing {
  /** What occurs among the holders. */
  readonly choices: Question<{ line: string; day: string }, Schemas['HolderChoices']>;
  readonly #few: Question<{ line: string; day: string; to: To }, Set<string>>;
  readonly to: To = $derived({
    group: param('group') ?? undefined,
    site: param('site') ?? undefined,
    manager: param('manager') ?? undefined,
  });
  readonly #is = $derived(Object.values(this.to).some((one) => one !== undefined));

  constructor(line: () => string, how: Asking<unknown>) {
    this.choices = new Question(
      () => (session.isLead ? undefined : { line: line(), day: asOf() }),
      ({ line, day }) =>
        dataOf(
          api.GET('/api/v1/subscriptions/{line}/holders/choices', {
            params: { path: { line }, query: { asOf: day } },
          }),
        ),
      how as Asking<Schemas['HolderChoices']>,
    );
    this.#few = new Question(
      () => (this.#is ? { line: line(), day: asOf(), to: this.to } : undefined),
      async ({ line, day, to }) => {
        const query = { asOf: day, ...to, limit: '10000' };
        const found = await allOf((cursor) =>
          api.GET('/api/v1/subscriptions/{line}/holdings', {
            params: { path: { line }, query: { ...query, cursor } },
          }),
        );
        return new Set(found.map((h) => h.holding));
      },
      how as Asking<Set<string>>,
    );
  }

  /** Whether it is known who is left. */
  get known(): boolean {
    return !this.#is || this.#few.value !== null;
  }

  get fault(): string {
    return this.#is ? this.#few.fault : '';
  }

  /** Those who are left. */
  of(holdings: Holding[]): Holding[] {
    const left = this.#few.value;
    return this.#is ? holdings.filter((h) => left?.has(h.holding) ?? false) : holdings;
  }

  /** The same as a query, with whatever else is asked. */
  query(more: Record<string, string>): string {
    const said = Object.entries({ ...more, ...this.to }).filter(([, value]) => value);
    return new URLSearchParams(said as [string, string][]).toString();
  }
}

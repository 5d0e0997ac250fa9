import { latest } from './latest';
import { untrack } from 'svelte';
import { api, dataOf, type MoveRequest, type Schemas, type Slate } from '../api/client';
import { asOf } from './address.svelte';
import { book } from './book.svelte';
import { session } from './session.svelte';

const WATCH_EVERY_MS = 700;
const MANY_MOVES = 300;

class SlateState {
  /** Every slate that may be seen, the newest first. */
  all = $state.raw<Slate[]>([]);
  /** Whether they have come yet. */
  known = $state(false);
  fault = $state<string | null>(null);
  busy = $state(false);
  #timer: ReturnType<typeof setTimeout> | undefined;
  #turn = latest();
  #openTurn = latest();

  /** My own draft, if there is one. */
  readonly draft = $derived(
    this.all.find((s) => s.state === 'DRAFT' && s.author === session.me?.login) ?? null,
  );
  readonly waitingForMe = $derived(this.all.filter((s) => s.mayDecide));
  readonly readyToPost = $derived(this.all.filter((s) => s.mayPost));
  readonly underWay = $derived(this.all.filter((s) => s.openCalls > 0));
  readonly waitingForOthers = $derived(
    this.all.filter((s) => s.state === 'SENT' && s.author === session.me?.login),
  );

  /** The holdings that stand on my draft. */
  readonly planned = $derived(new Set(this.draft?.moves.flatMap((m) => m.holding ?? []) ?? []));

  /** The accounts of which something stands on my draft. */
  readonly plannedAccounts = $derived(
    new Set(this.draft?.moves.flatMap((m) => m.account ?? []) ?? []),
  );

  /** How far those have come that were sent: what they move nobody else can, until they ended. */
  readonly course = $derived(
    this.all.flatMap((s) => (s.state === 'DRAFT' ? [] : [s.id, s.state, s.openCalls > 0])),
  );

  /** The slate that a page shows, with all its moves. */
  opened = $state.raw<Slate | null>(null);

  /** Those that do not stand on my draft already. */
  notOnDraft(moves: MoveRequest[]): MoveRequest[] {
    return moves.filter(
      (m) =>
        !(m.account && this.plannedAccounts.has(m.account)) &&
        !(m.holding && this.planned.has(m.holding)),
    );
  }

  /**
   * Loads the slates; while calls are on their way, again and again. A later call overtakes an
   * earlier one, so that an answer from before a change never hides the change. A look that failed,
   * say over a broken line, is not the last one; who signed out looks no more.
   */
  async load() {
    clearTimeout(this.#timer);
    const newest = this.#turn();
    try {
      // Untracked: an effect that loads the slates must not run again because they came.
      const before = untrack(() => this.#goesOn());
      const all = await dataOf(api.GET('/api/v1/slates'));
      if (!newest()) return;
      this.all = all;
      this.known = true;
      if (before) await book.load(asOf());
      await this.#refreshOpened();
    } finally {
      if (newest() && untrack(() => this.#goesOn())) this.#watch();
    }
  }

  /**
   * Whether calls are on their way, by the list or by the slate that a page shows: a step may leave
   * between the two answers, and then only the later one knows.
   */
  #goesOn(): boolean {
    const shown = this.opened && this.byId(this.opened.id) ? this.opened.openCalls : 0;
    return !!session.me && (this.underWay.length > 0 || shown > 0);
  }

  #watch() {
    this.#timer = setTimeout(() => void this.load().catch(() => undefined), WATCH_EVERY_MS);
  }

  /** Loads one slate with its moves; a long one that is under way only when that is over. */
  async open(id: string) {
    const newest = this.#openTurn();
    const found = await dataOf(api.GET('/api/v1/slates/{id}', { params: { path: { id } } }));
    if (newest()) this.opened = found;
  }

  async #refreshOpened() {
    const opened = this.opened;
    const now = opened && this.byId(opened.id);
    if (!opened || !now) return;
    const many = now.moveCount > MANY_MOVES;
    const same =
      now.settled === opened.settled &&
      now.state === opened.state &&
      now.openCalls === opened.openCalls;
    if (many && now.openCalls > 0) this.opened = { ...now, moves: opened.moves };
    // A move may have changed and changed back into a count that looks the same.
    else if (!many || !same || this.busy || now.state === 'DRAFT') await this.open(opened.id);
  }

  byId(id: string): Slate | undefined {
    return this.all.find((s) => s.id === id);
  }

  async #change(work: () => Promise<unknown>): Promise<boolean> {
    this.busy = true;
    this.fault = null;
    try {
      await work();
      return true;
    } catch (e) {
      const violations = (e as { violations?: string[] }).violations ?? [];
      this.fault = [(e as Error).message, ...new Set(violations)].join(' ');
      return false;
    } finally {
      await this.load().catch(() => undefined);
      this.busy = false;
    }
  }

  /** What a vendor may have done before anybody looked at the call: the book shows it, too. */
  async #carryOut(work: () => Promise<unknown>): Promise<boolean> {
    const done = await this.#change(work);
    if (done && this.underWay.length === 0) await book.load(asOf());
    return done;
  }

  /** Puts moves on my draft; begins one if there is none. */
  async plan(requests: MoveRequest[]) {
    const body = { moves: requests as Schemas['MoveRequest'][] };
    const draft = this.draft;
    const before = draft?.moves.length ?? 0;
    const done = await this.#change(() =>
      draft
        ? api.POST('/api/v1/slates/{id}/moves', { params: { path: { id: draft.id } }, body })
        : api.POST('/api/v1/slates', { body }),
    );
    // A move that stands there already is passed over: said, so that nobody waits for it.
    if (done && requests.length > 0 && this.draft && this.draft.moves.length === before) {
      this.fault =
        requests.length === 1
          ? 'This stands on the slate already.'
          : `All ${requests.length} moves stand on the slate already.`;
    }
    return done;
  }

  /** Puts take-backs of the holdings on my draft. */
  add(holdings: string[]) {
    return this.plan(holdings.map((holding) => ({ kind: 'TAKE_BACK', holding })));
  }

  remove(move: string) {
    const id = this.draft!.id;
    return this.#change(() =>
      api.DELETE('/api/v1/slates/{id}/moves/{move}', { params: { path: { id, move } } }),
    );
  }

  /** Takes those moves off my draft that cannot go. */
  removeBlocked() {
    const id = this.draft!.id;
    const params = { path: { id }, query: { blocked: true } };
    return this.#change(() => api.DELETE('/api/v1/slates/{id}/moves', { params }));
  }

  clear() {
    const id = this.draft!.id;
    return this.#change(() => api.DELETE('/api/v1/slates/{id}', { params: { path: { id } } }));
  }

  send(id: string, deadline: string, note: string) {
    return this.#change(() =>
      api.POST('/api/v1/slates/{id}/send', {
        params: { path: { id } },
        body: { deadline, note: note || null },
      }),
    );
  }

  /** Grants or refuses; what is granted may leave moves out. */
  decide(id: string, grant: boolean, reason: string, without: string[] = []) {
    return this.#change(() =>
      api.POST('/api/v1/slates/{id}/decide', {
        params: { path: { id } },
        body: { grant, reason: reason || null, without: grant ? without : null },
      }),
    );
  }

  post(id: string) {
    return this.#carryOut(() => api.POST('/api/v1/slates/{id}/post', { params: { path: { id } } }));
  }

  doneByHand(id: string, move: string) {
    return this.#carryOut(() =>
      api.POST('/api/v1/slates/{id}/moves/{move}/done-by-hand', { params: { path: { id, move } } }),
    );
  }

  /** Another day for a step that was not made yet. */
  putOff(id: string, move: string, due: string) {
    return this.#change(() =>
      api.POST('/api/v1/slates/{id}/moves/{move}/put-off', {
        params: { path: { id, move } },
        body: { due },
      }),
    );
  }

  /** A step that was not made yet is not to be made. */
  takeOff(id: string, move: string) {
    return this.#change(() =>
      api.POST('/api/v1/slates/{id}/moves/{move}/take-off', { params: { path: { id, move } } }),
    );
  }

  /** The successor agreed to take the data over. */
  agreed(id: string, move: string) {
    return this.#change(() =>
      api.POST('/api/v1/slates/{id}/moves/{move}/agreed', { params: { path: { id, move } } }),
    );
  }

  /** Says of all changes of the slate that wait for a hand that they are made. */
  allDoneByHand(id: string) {
    return this.#carryOut(() =>
      api.POST('/api/v1/work-by-hand/done', { params: { query: { slate: id } } }),
    );
  }

  /** Gives up on a move that is on its way. */
  end(id: string, move: string, reason: string) {
    return this.#carryOut(() =>
      api.POST('/api/v1/slates/{id}/moves/{move}/end', {
        params: { path: { id, move } },
        body: { reason },
      }),
    );
  }

  /** Has a move that is on its way made by hand instead. */
  byHand(id: string, move: string) {
    return this.#carryOut(() =>
      api.POST('/api/v1/slates/{id}/moves/{move}/by-hand', { params: { path: { id, move } } }),
    );
  }

  undo(id: string, move: string) {
    return this.#carryOut(() =>
      api.POST('/api/v1/slates/{id}/moves/{move}/undo', { params: { path: { id, move } } }),
    );
  }
}

/** What is planned, waits, or is under way. */
export const slates = new SlateState();

import { api, dataOf, useCsrf, whenSignedOut, type Session } from '../api/client';
import { kinds } from './kinds.svelte';

class SessionState {
  /** Who is signed in; null for nobody, undefined until it is known. */
  me = $state<Session | null | undefined>(undefined);

  readonly mayDraft = $derived(
    this.me?.role === 'STEWARD' || this.me?.role === 'DECIDER' || this.me?.role === 'LEAD',
  );
  /** Sees the groups they lead only. */
  readonly isLead = $derived(this.me?.role === 'LEAD');
  readonly maySteer = $derived(this.me?.role === 'STEWARD');
  /** Decides what others planned. */
  readonly mayDecide = $derived(this.me?.role === 'DECIDER');
  /** Signs off what was kept. */
  readonly signs = $derived(this.me?.signs ?? false);

  constructor() {
    whenSignedOut(() => this.#set(null));
  }

  #set(me: Session | null) {
    useCsrf(me?.csrf);
    this.me = me;
  }

  async #enter(me: Session) {
    if (kinds.all.length === 0) kinds.use(await dataOf(api.GET('/api/v1/finding-kinds')));
    this.#set(me);
  }

  async look() {
    try {
      await this.#enter(await dataOf(api.GET('/api/v1/session')));
    } catch {
      this.#set(null);
    }
  }

  async signIn(login: string, password: string) {
    const answer = api.POST('/api/v1/sign-in', { body: { login, password } });
    await this.#enter(await dataOf(answer));
  }

  async chooseFirstKeeper(code: string, password: string) {
    const answer = api.POST('/api/v1/first-keeper', { body: { code, password } });
    await this.#enter(await dataOf(answer));
  }

  /** Whoever changes it is signed out everywhere. */
  async changePassword(now: string, wanted: string) {
    await api.POST('/api/v1/session/password', { body: { now, wanted } });
    this.#set(null);
  }

  async signOut() {
    await api.DELETE('/api/v1/session');
    this.#set(null);
  }
}

/** Who is signed in. */
export const session = new SessionState();

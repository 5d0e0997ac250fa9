import type { Schemas } from '../../api/client';

type Link = Schemas['Link'];
type Form = Schemas['LinkForm'];
export type Word = Schemas['DryReadingName'];

/** Stands for a word of theirs of which nobody said yet what it means. */
export const UNSAID = '?';
/** Stands for a word of theirs that is no seat. */
export const NO_SEAT = '-';

/** A link as it is typed; what their words mean stands beside it. */
export class LinkDraft {
  kind = $state('scim');
  url = $state('');
  proof = $state<Form['proof']>('BEARER');
  secret = $state('');
  tokenUrl = $state('');
  clientId = $state('');
  scope = $state('');
  carrier = $state<Form['carrier']>('ENTITLEMENTS');
  insideAllowed = $state(false);
  template = $state('');
  /** What each of their words means: a plan, NO_SEAT, or UNSAID. */
  meanings = $state<Record<string, string>>({});
  #changes = 0;
  #read = '';

  constructor(link: Link) {
    this.kind = link.kind;
    this.url = link.url;
    this.proof = link.proof;
    this.tokenUrl = link.tokenUrl ?? '';
    this.clientId = link.clientId ?? '';
    this.scope = link.scope ?? '';
    this.carrier = link.carrier;
    this.insideAllowed = link.insideAllowed;
    this.template = link.template ?? '';
    this.meanings = Object.fromEntries(
      link.names.map((name) => [name.theirs, name.plan ?? NO_SEAT]),
    );
    this.#changes = link.changes;
    this.#read = JSON.stringify(this.body());
  }

  /** Whether anything is otherwise than it was read. */
  get changed(): boolean {
    return JSON.stringify(this.body()) !== this.#read;
  }

  /** Takes up what a reading showed; a suggestion stands until somebody says otherwise. */
  takeUp(words: Word[]) {
    const meanings = { ...this.meanings };
    for (const word of words) {
      meanings[word.theirs] ??= word.suggested ?? (word.said ? (word.plan ?? NO_SEAT) : UNSAID);
    }
    this.meanings = meanings;
  }

  mean(theirs: string, plan: string) {
    this.meanings = { ...this.meanings, [theirs]: plan };
  }

  /** As the server takes it. */
  body(): Form {
    const client = this.proof === 'CLIENT_CREDENTIALS';
    return {
      kind: this.kind,
      url: this.url.trim(),
      proof: this.proof,
      secret: this.secret || null,
      tokenUrl: client ? this.tokenUrl.trim() : null,
      clientId: client ? this.clientId.trim() : null,
      scope: client && this.scope ? this.scope.trim() : null,
      carrier: this.carrier,
      insideAllowed: this.insideAllowed,
      template: this.kind === 'scim' ? null : this.template,
      names: Object.entries(this.meanings)
        .filter(([, plan]) => plan !== UNSAID)
        .map(([theirs, plan]) => ({ theirs, plan: plan === NO_SEAT ? null : plan })),
      changes: this.#changes,
    };
  }
}

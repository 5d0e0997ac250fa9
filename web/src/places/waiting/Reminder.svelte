<!-- A reminder, by our mail or one's own: the addresses, the words, and that it was sent. -->
<script lang="ts">
  import { api, dataOf, type Schemas } from '../../api/client';
  import { sayCount } from '../../state/say';

  interface Props {
    invitations: Schemas['Invitation'][];
    /** Told with all invitations once it is recorded; without them when it is left. */
    ondone: (all?: Schemas['Invitation'][]) => void;
  }
  let { invitations, ondone }: Props = $props();

  let fault = $state('');

  const plans = $derived([...new Set(invitations.map((i) => `${i.vendorName} ${i.planName}`))]);
  const subject = $derived(`Your invitation to ${plans.join(', ')}`);
  const words = $derived(
    `You were invited to ${plans.join(', ')} and have not answered yet. ` +
      'Please accept the invitation, or say that you do not need the seat' +
      (invitations.some((i) => i.waiting > 0) ? ': others wait for one.' : '.'),
  );
  const mail = $derived(
    `mailto:?bcc=${invitations.map((i) => encodeURIComponent(i.email)).join(',')}` +
      `&subject=${encodeURIComponent(subject)}&body=${encodeURIComponent(words)}`,
  );

  async function record(send: boolean) {
    try {
      const body = { holdings: invitations.map((i) => i.holding), send };
      ondone(await dataOf(api.POST('/api/v1/invitations/reminders', { body })));
    } catch (e) {
      fault = (e as Error).message;
    }
  }
</script>

<div class="letter" role="group" aria-label="A reminder">
  <p class="words">{words}</p>
  <p class="do">
    <button class="go" onclick={() => record(true)}>
      Send to {sayCount(invitations.length, 'person', 'people')}
    </button>
    <a class="word" href={mail}>open in my own mail</a>
    <button class="word" onclick={() => record(false)}>I sent it</button>
    <button class="word" onclick={() => ondone()}>leave it</button>
  </p>
  {#if fault}<p class="neg" role="alert">{fault}</p>{/if}
</div>

<style>
  .letter {
    background: var(--tape);
    border-left: 3px solid var(--ink);
    padding: var(--s-8) var(--s-14);
    margin-bottom: var(--s-10);
  }
  .words {
    font: var(--type-text)/1.45 var(--font-serif);
    max-width: 62ch;
  }
  .do {
    display: flex;
    gap: var(--s-14);
    align-items: baseline;
    font-size: var(--type-row);
    padding-top: var(--s-6);
  }
</style>

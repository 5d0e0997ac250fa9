<!-- What was written to whom, and whether it went; in the demo, the local mailbox. -->
<script lang="ts">
  import { api, dataOf, type Schemas } from '../../api/client';
  import { today } from '../../state/address.svelte';
  import { Question } from '../../state/question.svelte';
  import { session } from '../../state/session.svelte';
  import { sayCount, sayShortDay } from '../../state/say';

  import Reminders from './Reminders.svelte';
  import SheetMail from './SheetMail.svelte';

  type Mail = Schemas['Mail'];

  const STATES: Record<Mail['state'], string> = {
    WAITING: 'waits',
    SENT: 'sent',
    GIVEN_UP: 'given up',
    KEPT: 'kept: no mail server is set',
  };

  let opened = $state('');

  const mayRead = $derived(session.me?.role === 'KEEPER' || session.me?.role === 'STEWARD');
  const question = new Question(
    () => (mayRead ? { limit: '200' } : undefined),
    (query) => dataOf(api.GET('/api/v1/mail', { params: { query } })),
  );
  const mail = $derived(question.value);
  const stuck = $derived((mail ?? []).filter((m) => m.state === 'GIVEN_UP' || m.answer));

  const again = () =>
    question.attempt(async () => question.set(await dataOf(api.POST('/api/v1/mail/again'))));
</script>

{#if mayRead}
  <SheetMail />
  <Reminders />
{/if}
{#if question.fault}<p class="neg" role="alert">{question.fault}</p>{/if}
{#if mail}
  <p class="sub">
    {mail.length === 0 ? 'Nothing was written yet.' : sayCount(mail.length, 'mail', 'mails')}
    {#if stuck.length > 0}
      <span class="neg">{sayCount(stuck.length, 'mail', 'mails')} did not go.</span>
      <button class="word" onclick={again}>try again now</button>
    {/if}
  </p>
  <ul>
    {#each mail as m (m.id)}
      <li>
        <button
          class="line"
          aria-expanded={opened === m.id}
          disabled={!m.body}
          onclick={() => (opened = opened === m.id ? '' : m.id)}
        >
          <span class="num">{sayShortDay(m.created.slice(0, 10), today())}</span>
          <span>{m.recipient}</span>
          <b>{m.subject}</b>
          <span class={['sub', m.state === 'GIVEN_UP' && 'neg']}
            >{STATES[m.state]}{m.answer ? `: ${m.answer}` : ''}</span
          >
        </button>
        {#if opened === m.id && m.body}<pre>{m.body}</pre>{/if}
      </li>
    {/each}
  </ul>
{:else if question.waiting}
  <p class="sub">Stewards and the keeper of keys see what was written.</p>
{/if}

<style>
  ul {
    border-top: 1px solid var(--ink);
    margin-top: var(--s-6);
  }
  li {
    border-bottom: 1px solid var(--fine);
  }
  .line {
    display: grid;
    grid-template-columns: 60px 230px minmax(0, 1fr) 170px;
    gap: var(--s-10);
    width: 100%;
    text-align: left;
    padding: var(--s-4) 0;
    align-items: baseline;
    color: var(--ink);
  }
  .line b {
    font-weight: 500;
  }
  pre {
    background: var(--tape);
    border-left: 3px solid var(--ink);
    padding: var(--s-10) var(--s-14);
    font: var(--type-text)/1.45 var(--font-serif);
    white-space: pre-wrap;
    overflow-wrap: anywhere;
    margin-bottom: var(--s-8);
  }
</style>

<!-- The beginning: what is here, what is missing, what each brings, and what can be said already. -->
<script lang="ts">
  import FileField from '../../pieces/controls/FileField.svelte';
  import { api, dataOf, saveXlsx } from '../../api/client';
  import { navigate } from '../../router';
  import { search, to, today } from '../../state/address.svelte';
  import { book } from '../../state/book.svelte';
  import { handed } from '../../state/handed.svelte';
  import { Question } from '../../state/question.svelte';
  import { session } from '../../state/session.svelte';
  import { sayDay } from '../../state/say';
  import type { FileKind } from './mapping';
  import SaidAlready from './SaidAlready.svelte';
  import { steps } from './beginning';

  const STEPS = 4;
  const NAMED_AT_MOST = 4;
  const WORDS = ['', 'One', 'Two', 'Three', 'All'];

  const asked = new Question(
    () => ({}),
    () => dataOf(api.GET('/api/v1/beginning')),
    { again: () => book.version },
  );
  const mayBring = $derived(session.me?.role === 'STEWARD' || session.me?.role === 'KEEPER');
  let fault = $state('');

  const all = $derived(asked.value ? steps(asked.value) : []);
  /** The first that is not here yet is the one to go on with. */
  const next = $derived(all.findIndex((step) => !step.done));

  function hand(file: File | undefined, kind: FileKind) {
    if (!file) return;
    handed.give(file);
    void navigate('/intake/file', { search: { ...search(), kind } });
  }

  const template = (kind: FileKind) =>
    saveXlsx(
      `/api/v1/intake/templates/${kind}`,
      `${kind.toLowerCase().replaceAll('_', '-')}-template.xlsx`,
    ).catch((e: Error) => (fault = e.message));

  function without(missing: string[]): string {
    const named = missing.slice(0, NAMED_AT_MOST).join(', ');
    const more = missing.length - NAMED_AT_MOST;
    return `not of ${named}${more > 0 ? ` and ${more} more` : ''}`;
  }

  const recoverable = $derived(book.standing?.recoverable);
  const found = $derived(Number(recoverable?.amount ?? 0) > 0);
</script>

<svelte:head><title>The beginning – Sober Tally</title></svelte:head>

{#if asked.fault || fault}<p class="neg" role="alert">{asked.fault || fault}</p>{/if}
{#if asked.value}
  {@const b = asked.value}
  <div class="begin">
    <div class="head">
      <svg width="40" height="32" viewBox="0 0 24 18" aria-hidden="true">
        {#each [4, 9, 14, 19] as x, n (x)}
          <path d="M{x} 2v14" class:here={all[n]?.done} />
        {/each}
        <path class="through" d="M1.5 13.5 21.5 4.5" class:here={found} />
      </svg>
      <div>
        <h1>
          {b.done === STEPS
            ? 'All four are here'
            : b.done === 0
              ? 'Nothing is here yet'
              : `${WORDS[b.done]} of four ${b.done === 1 ? 'is' : 'are'} here`}
        </h1>
        <p class="sub">
          In any order. Bring your files as they are: columns are guessed, shown and remembered.
          Nothing is taken before you say so, and each file can be taken back.
        </p>
      </div>
    </div>
    <ol class="steps">
      {#each all as step, n (step.kind)}
        <li class:next={n === next} aria-label={step.name}>
          <span class="mark">{step.done ? '✓' : n + 1}</span>
          <div>
            <h2>{step.name}</h2>
            <span class="sub">{step.about}</span>
          </div>
          <div class="what">
            {#if step.done}
              <span><b>{step.has}</b></span>
              <span class="sub">
                {[step.more, step.missing.length > 0 ? without(step.missing) : '']
                  .filter(Boolean)
                  .join(' · ')}
              </span>
            {:else}
              <span>{step.gives}</span>
            {/if}
            {#if mayBring && (!step.done || step.missing.length > 0)}
              <FileField
                label="{step.name}: a file, CSV or XLSX"
                accept=".csv,.txt,.tsv,.xlsx"
                onfile={(file) => hand(file, step.kind)}
              />
            {/if}
          </div>
          <div class="aside">
            {#each step.done || step.kind === 'HOLDINGS' ? step.links : [] as link (link.path)}
              <a href={to(link.path)}>{link.text}</a>
            {/each}
            {#if mayBring}
              {#if step.done && step.missing.length === 0}
                <a
                  href={`${to('/intake/file')}${to('').includes('?') ? '&' : '?'}kind=${step.kind}`}
                  >bring a newer one</a
                >
              {/if}
              {#if !step.done}
                <button class="word" onclick={() => template(step.kind)}>
                  a template to fill in (XLSX)
                </button>
              {/if}
            {/if}
          </div>
        </li>
      {/each}
    </ol>
    <div class="below">
      <SaidAlready {b} recoverable={found ? recoverable : undefined} />
      <aside>
        {#if found}
          <p>
            The first finding is here. <a href={to('/findings')}>Look at who it is about</a>, choose
            what to do, and send the slate to somebody who decides.
          </p>
        {/if}
        <p class="sub">
          Groups and their leads, rates of currencies and sessions of pools come in the same way:
          <a href={to('/intake/file')}>any single file</a>. Money is shown in {b.currency}.
        </p>
        <p class="sub">
          Somebody else keeps this up to date? An identity provider can send people and groups by
          itself, and events can be posted as they happen. <a href={to('/intake')}>All of Intake</a>
        </p>
      </aside>
    </div>
    <p class="sub counted">Counted to {sayDay(today())}.</p>
  </div>
{:else}
  <p class="sub">Looking…</p>
{/if}

<style>
  .begin {
    max-width: 1120px;
    padding: var(--s-24) var(--s-16) 0;
  }
  .head {
    display: flex;
    gap: var(--s-14);
    align-items: center;
    padding-bottom: var(--s-20);
  }
  .head svg {
    flex: none;
    fill: none;
    stroke-width: 1.9;
    stroke-linecap: round;
    stroke: var(--rule);
  }
  .head path.here {
    stroke: var(--ink);
  }
  .head .through.here {
    stroke: var(--locked);
  }
  .steps {
    border-top: 1px solid var(--rule);
  }
  .steps li {
    display: grid;
    grid-template-columns: 30px 190px minmax(0, 1fr) 190px;
    gap: 0 var(--s-20);
    padding: var(--s-14) 0;
    border-bottom: 1px solid var(--rule);
  }
  .steps li.next {
    background: var(--sheet);
    box-shadow: inset 3px 0 var(--ink);
    margin: 0 calc(-1 * var(--s-12));
    padding-left: var(--s-12);
    padding-right: var(--s-12);
  }
  .mark {
    font: 600 var(--type-text) var(--font-mono);
  }
  h2 {
    font: 600 var(--type-lead) var(--font-serif);
  }
  .what {
    display: grid;
    gap: var(--s-6);
    align-content: start;
    font-size: var(--type-text);
  }
  .aside {
    display: grid;
    gap: var(--s-4);
    align-content: start;
    justify-items: end;
    font-size: var(--type-row);
    text-align: right;
  }
  .below {
    display: grid;
    grid-template-columns: minmax(0, 1fr) 330px;
    gap: var(--s-40);
    padding-top: var(--s-16);
    border-top: 1px solid var(--ink);
    margin-top: -1px;
  }
  .below aside {
    display: grid;
    gap: var(--s-10);
    align-content: start;
    font-size: var(--type-text);
  }
  .counted {
    padding: var(--s-14) 0;
  }
  @media (max-width: 900px) {
    .steps li,
    .below {
      grid-template-columns: 26px minmax(0, 1fr);
    }
    .below {
      grid-template-columns: minmax(0, 1fr);
    }
    .steps .what,
    .steps .aside {
      grid-column: 2;
      justify-items: start;
      text-align: left;
    }
  }
</style>

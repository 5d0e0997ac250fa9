<!-- One line of the desk: by when, what, what happens if nothing is done, and whose it is. -->
<script lang="ts">
  import type { Schemas } from '../../api/client';
  import { param, today } from '../../state/address.svelte';
  import { sayMoney, sayShortDay } from '../../state/say';
  import { ABOUT_WORDS, mayRest, rests, sayDaysLeft, sayNote, type Does } from './about';
  import SayForm from './SayForm.svelte';

  interface Props {
    line: Schemas['DeskLine'];
    maySay: boolean;
    /** What is just being said of it: a day and a reason are asked for. */
    saying: 'PUT_OFF' | 'SETTLE' | null;
    fault: string;
    onsay: (does: Does, more?: { until?: string; reason?: string }) => void;
    onask: (does: 'PUT_OFF' | 'SETTLE') => void;
    onleave: () => void;
  }
  let { line, maySay, saying, fault, onsay, onask, onleave }: Props = $props();

  /** The page that settles it; the as-of day stays. */
  const link = $derived.by(() => {
    const day = param('asOf');
    return day ? `${line.path}${line.path.includes('?') ? '&' : '?'}asOf=${day}` : line.path;
  });
</script>

<td>
  {#if line.by}
    <b class={['num', (line.daysLeft ?? 99) <= 3 && 'neg']}>{sayShortDay(line.by, today())}</b>
    <span class="sub block">{sayDaysLeft(line.daysLeft ?? 0)}</span>
  {:else}<span class="sub">no day</span>{/if}
</td>
<td>
  <a class="name" href={link}>{line.what}</a>
  <span class="sub block">
    {ABOUT_WORDS[line.about]}{line.note ? ` · ${sayNote(line.note)}` : ''}
  </span>
  {#if saying}
    <SayForm {line} does={saying} {fault} onsay={(more) => onsay(saying!, more)} {onleave} />
  {/if}
</td>
<td class="sub">{line.ifNothing}</td>
<td class="r num">{line.amount ? sayMoney(line.amount) : ''}</td>
<td class="who">
  {#if line.mine}<b>you</b>{:else if line.owner}{line.owner}{:else}<span class="sub"
      >nobody yet</span
    >{/if}
  {#if maySay}
    <span class="does">
      {#if rests(line)}
        <button class="word" onclick={() => onsay('PUT_BACK')}>put back</button>
      {:else}
        <button class="word" onclick={() => onsay(line.mine ? 'LEAVE' : 'TAKE')}
          >{line.mine ? 'leave' : 'take'}</button
        >
        {#if mayRest(line)}
          <button class="word" onclick={() => onask('PUT_OFF')}>put off</button>
        {/if}
        {#if line.maySettle}
          <button class="word" onclick={() => onask('SETTLE')}>settle</button>
        {/if}
      {/if}
    </span>
  {/if}
</td>

<style>
  td {
    vertical-align: top;
  }
  .who {
    font-size: var(--type-row);
  }
  /* Of the line that one is at; of all others where nothing hovers. */
  .does {
    display: flex;
    flex-wrap: wrap;
    gap: var(--s-2) var(--s-10);
    opacity: 0;
  }
  :global(tr.at) .does,
  :global(tr:hover) .does,
  :global(tr:focus-within) .does {
    opacity: 1;
  }
  @media (hover: none) {
    .does {
      opacity: 1;
    }
  }
</style>

<!-- What can be done about what lies there, each way with its cost. -->
<script lang="ts">
  import type { Schemas } from '../../api/client';
  import { sayCount, sayMoney } from '../../state/say';
  import { session } from '../../state/session.svelte';
  import { slates } from '../../state/slate.svelte';
  import { ROUTE_WORDS } from './words';

  interface Props {
    options: Schemas['EstateOption'][];
    /** Whether it is about some of the accounts only. */
    some: boolean;
    onact: (option: Schemas['EstateOption']) => void;
  }
  let { options, some, onact }: Props = $props();
</script>

<table class="list dense">
  <caption>Something about {some ? 'those chosen' : 'all of it'}</caption>
  <tbody>
    {#each options as option (option.route)}
      <tr>
        <td
          >{ROUTE_WORDS[option.route]}
          <span class="sub"
            >{sayCount(option.accounts, 'account')}{option.missing > 0
              ? `, ${option.missing} not kept long enough`
              : ''}{option.lost > 0 ? `, ${option.lost} lost in the end` : ''}</span
          ></td
        >
        <td class="r num">{sayMoney(option.cost)}</td>
        <td class="r">
          {#if session.mayDraft && option.route !== 'KEEP'}
            <button class="word" disabled={slates.busy} onclick={() => onact(option)}
              >put on the slate</button
            >
          {/if}
        </td>
      </tr>
    {/each}
  </tbody>
</table>

<style>
  caption {
    text-align: left;
    font: 600 var(--type-text) var(--font-serif);
    padding: var(--s-6) 0 var(--s-3);
  }
  td {
    font-size: var(--type-row);
  }
  td.r {
    white-space: nowrap;
  }
  td.num {
    font-size: var(--type-note);
  }
</style>

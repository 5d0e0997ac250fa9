<!-- What a vendor calls its plans, and which of ours that is; several may be one, some are none. -->
<script lang="ts">
  import Pick from '../../pieces/controls/Pick.svelte';
  import type { Schemas } from '../../api/client';
  import { NO_SEAT, UNSAID, type LinkDraft, type Word } from './draft.svelte';

  interface Props {
    draft: LinkDraft;
    /** What a reading showed; empty where there was none yet. */
    words: Word[];
    plans: Schemas['LinkPlan'][];
    mayEdit: boolean;
  }
  let { draft, words, plans, mayEdit }: Props = $props();

  const shown = $derived.by(() => {
    const read = words.map((word) => word.theirs);
    const kept = Object.keys(draft.meanings).filter((theirs) => !read.includes(theirs));
    return [
      ...words.map((word) => ({ theirs: word.theirs, called: word.called, by: word.accounts })),
      ...kept.map((theirs) => ({ theirs, called: theirs, by: null })),
    ];
  });
  const suggested = (theirs: string) => {
    const word = words.find((one) => one.theirs === theirs);
    return word?.suggested !== null && word?.suggested === draft.meanings[theirs];
  };
  const nameOf = (plan: string) => plans.find((one) => one.plan === plan)?.name ?? plan;
</script>

<table class="list dense">
  <thead>
    <tr><th>They say</th><th class="r">held by</th><th>which is</th></tr>
  </thead>
  <tbody>
    {#each shown as word (word.theirs)}
      {@const means = draft.meanings[word.theirs] ?? UNSAID}
      <tr>
        <td>
          <b>{word.called}</b>
          {#if word.called !== word.theirs}<span class="sub num">{word.theirs}</span>{/if}
        </td>
        <td class="r num">{word.by ?? '–'}</td>
        <td>
          {#if mayEdit}
            <Pick
              label="What {word.called} is"
              value={means}
              marked={means === UNSAID}
              onchange={(e) => draft.mean(word.theirs, e.currentTarget.value)}
            >
              <option value={UNSAID}>say which …</option>
              {#each plans as plan (plan.plan)}<option value={plan.plan}>{plan.name}</option>{/each}
              <option value={NO_SEAT}>no seat</option>
            </Pick>
            {#if suggested(word.theirs)}<span class="sub">by its name</span>{/if}
          {:else}{means === NO_SEAT ? 'no seat' : nameOf(means)}{/if}
        </td>
      </tr>
    {/each}
  </tbody>
</table>

<style>
  table {
    margin-top: var(--s-14);
  }
  td .sub {
    padding-left: var(--s-6);
  }
  .r {
    padding-right: var(--s-20);
  }
</style>

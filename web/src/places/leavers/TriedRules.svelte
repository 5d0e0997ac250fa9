<!-- Rules that a vendor announces, tried on all that lies there. -->
<script lang="ts">
  import Check from '../../pieces/controls/Check.svelte';
  import DayField from '../../pieces/controls/DayField.svelte';
  import Pick from '../../pieces/controls/Pick.svelte';
  import { api, dataOf, type Schemas } from '../../api/client';
  import { asOf } from '../../state/address.svelte';
  import { plusDays } from '../../state/say';
  import { REACH_WORDS } from './words';

  let {
    vendor,
    onanswer,
  }: { vendor: string; onanswer: (answer: Schemas['EstateWhatIf'] | null) => void } = $props();

  type Reach = Schemas['EstateStage']['reach'];
  interface Stage {
    name: string;
    days: string;
    reach: Reach;
    perGbMonth: string;
    pooled: boolean;
  }
  const stage = (name: string, days: string, reach: Reach): Stage => ({
    name,
    days,
    reach,
    perGbMonth: '',
    pooled: false,
  });

  let open = $state(false);
  let after = $state<Schemas['TriedRules']['after']>('TAKEN_BACK');
  let from = $state('');
  let joins = $state('');
  let stages = $state<Stage[]>([
    stage('Kept for administrators', '60', 'ADMIN'),
    stage('Archive', '365', 'PAID'),
  ]);
  let fault = $state('');

  const AFTER: Record<Schemas['TriedRules']['after'], string> = {
    TAKEN_BACK: 'a seat was taken back',
    RESTING: 'it rests',
    SUSPENDED: 'it was shut',
    DELETED: 'it was deleted',
  };
  const number = (text: string) => (text.trim() === '' ? null : Number(text));

  async function tryThem() {
    fault = '';
    try {
      onanswer(
        await dataOf(
          api.POST('/api/v1/vendors/{vendor}/estate/what-if', {
            params: { path: { vendor }, query: { asOf: asOf() } },
            body: {
              after,
              from: from || plusDays(asOf(), 30),
              joinsAt: number(joins),
              stages: stages.map((one) => ({
                name: one.name,
                days: number(one.days),
                reach: one.reach,
                perGbMonth: number(one.perGbMonth),
                pooled: one.pooled,
              })),
            },
          }),
        ),
      );
    } catch (e) {
      fault = (e as Error).message;
    }
  }
  function leave() {
    open = false;
    onanswer(null);
  }
</script>

{#if !open}
  <p><button class="word" onclick={() => (open = true)}>what if the rules change?</button></p>
{:else}
  <form
    onsubmit={(e) => {
      e.preventDefault();
      void tryThem();
    }}
  >
    <p>
      after <Pick label="After" bind:value={after}>
        {#each Object.entries(AFTER) as [key, says] (key)}<option value={key}>{says}</option>{/each}
      </Pick>
      from <DayField label="From" bind:value={from} />
      old ones join stage
      <Pick label="Old ones join stage" bind:value={joins}>
        <option value="">by their age</option>
        {#each stages as one, n (n)}<option value={`${n + 1}`}>{n + 1}: {one.name}</option>{/each}
      </Pick>
    </p>
    {#each stages as one, n (n)}
      <p>
        <span class="num">{n + 1}</span>
        <input type="text" aria-label="Name of stage {n + 1}" bind:value={one.name} />
        <input
          class="short"
          inputmode="numeric"
          aria-label="Days of stage {n + 1}, empty for without end"
          placeholder="days"
          bind:value={one.days}
        />
        <Pick label="Who reaches it in stage {n + 1}" bind:value={one.reach}>
          {#each Object.entries(REACH_WORDS) as [key, says] (key)}<option value={key}>{says}</option
            >{/each}
        </Pick>
        <input
          class="short"
          inputmode="decimal"
          aria-label="Price of a gigabyte a month in stage {n + 1}"
          placeholder="per GB"
          bind:value={one.perGbMonth}
        />
        <Check checked={one.pooled} onchange={(on) => (one.pooled = on)}>pooled</Check>
        {#if stages.length > 1}
          <button type="button" class="word" onclick={() => stages.splice(n, 1)}>take out</button>
        {/if}
      </p>
    {/each}
    <p>
      <button type="button" class="word" onclick={() => stages.push(stage('Stage', '', 'ADMIN'))}
        >one stage more</button
      >
      <button class="plain" type="submit">Try it</button>
      <button type="button" class="word" onclick={leave}>leave it</button>
      <span class="sub">Nothing is changed by it.</span>
    </p>
    {#if fault}<p class="neg" role="alert">{fault}</p>{/if}
  </form>
{/if}

<style>
  p {
    display: flex;
    flex-wrap: wrap;
    align-items: baseline;
    gap: var(--s-4) var(--s-8);
    padding: var(--s-2) 0;
    font-size: var(--type-row);
  }
  input[type='text'] {
    width: 170px;
  }
  .short {
    width: 62px;
  }
  .plain {
    padding: var(--s-3) var(--s-10);
  }
</style>

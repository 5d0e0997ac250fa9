<!-- When a round runs, over what, and how long it waits for answers. -->
<script lang="ts">
  import Check from '../../pieces/controls/Check.svelte';
  import Pick from '../../pieces/controls/Pick.svelte';
  import type { Schemas } from '../../api/client';
  import { kinds as findingKinds } from '../../state/kinds.svelte';
  import { book } from '../../state/book.svelte';
  import { WEEKDAYS } from './words';

  interface Props {
    form: Schemas['RoundPlanRequest'];
    groups: Schemas['Choice'][];
    busy: boolean;
    onsave: (form: Schemas['RoundPlanRequest']) => void;
    onleave: () => void;
  }
  let { form = $bindable(), groups, busy, onsave, onleave }: Props = $props();

  const vendors = $derived(
    [...new Map((book.subscriptions ?? []).map((s) => [s.vendor, s.vendorName])).entries()].sort(
      (a, b) => a[1].localeCompare(b[1]),
    ),
  );

  const toggled = <T,>(list: T[], one: T): T[] =>
    list.includes(one) ? list.filter((x) => x !== one) : [...list, one];
</script>

<form
  onsubmit={(e) => {
    e.preventDefault();
    onsave(form);
  }}
>
  <p>
    <input class="name" aria-label="Name" bind:value={form.name} required maxlength="100" />
    runs every
    <Pick label="Day of the week" bind:value={form.weekday}>
      {#each WEEKDAYS as day, n (day)}<option value={n + 1}>{day}</option>{/each}
    </Pick>
    at
    <input
      class="hour"
      aria-label="Hour"
      placeholder="09:00"
      pattern="([01][0-9]|2[0-3]):[0-5][0-9]"
      title="An hour of the day, such as 09:00"
      bind:value={form.time}
      required
    />
    in <input class="zone" aria-label="Time zone" bind:value={form.zone} required />.
  </p>
  <p>
    Holders have
    <input type="number" min="1" max="60" aria-label="Days to answer" bind:value={form.askDays} />
    days to answer, then there are
    <input
      type="number"
      min="1"
      max="60"
      aria-label="Days to decide"
      bind:value={form.decideDays}
    />
    days to decide. Without a yes nothing happens.
  </p>
  <fieldset>
    <legend>It looks for</legend>
    {#each findingKinds.inRounds as kind (kind)}
      <Check
        checked={form.kinds.includes(kind)}
        onchange={() => (form.kinds = toggled(form.kinds, kind))}>{findingKinds.title(kind)}</Check
      >
    {/each}
  </fieldset>
  <fieldset>
    <legend>at {form.vendors.length === 0 ? 'every vendor' : 'these vendors'}</legend>
    {#each vendors as [id, name] (id)}
      <Check
        checked={form.vendors.includes(id)}
        onchange={() => (form.vendors = toggled(form.vendors, id))}>{name}</Check
      >
    {/each}
  </fieldset>
  <fieldset>
    <legend>among {form.groups.length === 0 ? 'everybody' : 'people of'}</legend>
    {#each groups as g (g.id)}
      <Check
        checked={form.groups.includes(g.id)}
        onchange={() => (form.groups = toggled(form.groups, g.id))}>{g.name}</Check
      >
    {/each}
  </fieldset>
  <p>
    <Check bind:checked={form.withService}>service accounts and administrators, too</Check>
    <Check bind:checked={form.active}>it runs by itself</Check>
  </p>
  <p class="do">
    <button class="go" disabled={busy || form.kinds.length === 0}>Save</button>
    <button type="button" class="word" onclick={onleave}>leave it</button>
    <span class="sub">Whoever saves it is the author of its slates, and cannot decide them.</span>
  </p>
</form>

<style>
  .hour {
    width: 52px;
  }
  form {
    background: var(--tape);
    border-left: 3px solid var(--ink);
    padding: var(--s-10) var(--s-14);
    margin: var(--s-10) 0;
    display: grid;
    gap: var(--s-8);
  }
  fieldset,
  p {
    display: flex;
    flex-wrap: wrap;
    gap: var(--s-4) var(--s-14);
    align-items: baseline;
  }
  legend {
    float: left;
    padding-right: var(--s-12);
    color: var(--soft);
    font-size: var(--type-note);
    min-width: 120px;
  }
  input {
    border: 0;
    border-bottom: 1px solid var(--rule);
    background: transparent;
    padding: 1px var(--s-3);
    font-size: var(--type-text);
  }
  input[type='number'] {
    width: 44px;
    font-family: var(--font-mono);
  }
  .name {
    font: 600 var(--type-text) var(--font-serif);
    width: 150px;
  }
  .zone {
    width: 130px;
  }
</style>

<!-- One group: what it follows, how long data of its people is kept, and who is in it. -->
<script lang="ts">
  import Pick from '../../pieces/controls/Pick.svelte';
  import Typed from '../../pieces/typed/Typed.svelte';
  import { api, dataOf, type Schemas } from '../../api/client';
  import { asOf, setParam, to } from '../../state/address.svelte';
  import { book } from '../../state/book.svelte';
  import { Question } from '../../state/question.svelte';
  import { sayCount } from '../../state/say';

  type Sheet = Schemas['GroupSheet'];

  interface Props {
    /** What was asked of the group: takes what a change comes to. */
    one: Question<string, Sheet>;
    sheet: Sheet;
    departments: string[];
  }
  let { one, sheet, departments }: Props = $props();

  const path = $derived({ path: { group: sheet.group } });
  const own = $derived(!sheet.ofDirectory);
  let who = $state('');
  let sure = $state(false);

  async function change(work: () => Promise<Sheet>) {
    const done = await one.attempt(async () => one.set(await work()));
    if (done) await book.load(asOf());
    return done;
  }

  /** For how many days data is to be kept, as it is typed; null while nothing is. */
  let duty = $state<string | null>(null);
  $effect.pre(() => {
    void one.value;
    duty = null;
  });
  const reach = new Question(
    () => (duty !== null ? { group: sheet.group, days: duty || undefined } : undefined),
    (of) =>
      dataOf(
        api.GET('/api/v1/groups/{group}/duty', {
          params: { path: { group: of.group }, query: { days: of.days, asOf: asOf() } },
        }),
      ),
    { subject: () => `${sheet.group} ${duty}` },
  );

  const put = (over: Partial<Schemas['GroupForm']>) =>
    change(() =>
      dataOf(
        api.PUT('/api/v1/groups/{group}', {
          params: path,
          body: {
            name: sheet.name,
            retentionDays: sheet.retentionDays ?? null,
            follows: sheet.follows ?? null,
            ...over,
          },
        }),
      ),
    );

  const add = async (person: string, lead: boolean) => {
    const done = await change(() =>
      dataOf(
        api.POST('/api/v1/groups/{group}/members', { params: path, body: { who: person, lead } }),
      ),
    );
    if (done) who = '';
  };

  const remove = (person: string) =>
    change(() =>
      dataOf(
        api.DELETE('/api/v1/groups/{group}/members/{person}', {
          params: { path: { group: sheet.group, person } },
        }),
      ),
    );

  const drop = () =>
    one.attempt(async () => {
      await api.DELETE('/api/v1/groups/{group}', { params: path });
      sure = false;
      setParam('of', null);
      await book.load(asOf());
    });
</script>

<section aria-label={sheet.name}>
  <div class="head">
    <h2>
      <Typed
        label="Name of the group"
        value={sheet.name}
        width={Math.max(14, sheet.name.length + 2)}
        disabled={!own}
        onvalue={(v) => put({ name: v })}
      />
    </h2>
    <span class="sub">{sayCount(sheet.members.length, 'person', 'people')}</span>
    <a
      class="word"
      href="/api/v1/groups/{encodeURIComponent(sheet.group)}/sheet.pdf?asOf={asOf()}"
      target="_blank"
      rel="noreferrer">the month’s sheet</a
    >
  </div>
  <p class="terms">
    {#if sheet.ofDirectory}
      The directory keeps it; whoever looks after the identity provider changes it there.
    {:else}
      It
      <Pick
        label="Whose people it has"
        value={sheet.follows ?? ''}
        onchange={(e) => put({ follows: e.currentTarget.value || null })}
      >
        <option value="">has people of its own</option>
        {#each departments as department (department)}
          <option value={department}>follows {department}</option>
        {/each}
      </Pick>. Data of its people is kept for
      <Typed
        label="Days for which data is kept"
        number
        width={6}
        value={duty ?? sheet.retentionDays?.toString() ?? ''}
        changed={duty !== null}
        onvalue={(v) => (duty = v === (sheet.retentionDays?.toString() ?? '') ? null : v)}
      /> days after they leave.
      {#if duty !== null}
        <button
          class="plain"
          disabled={reach.fault !== ''}
          onclick={() => put({ retentionDays: duty ? Number(duty) : null })}
          >{duty ? `Keep it ${duty} days` : 'Keep it for nobody'}</button
        >
        <button class="word" onclick={() => (duty = null)}>leave it</button>
      {/if}
    {/if}
  </p>
  {#if duty !== null && reach.fault}<p class="neg" role="alert">{reach.fault}</p>{/if}
  {#if duty !== null && reach.value}
    <p class="sub" role="status">
      {reach.value.leavers} of {sayCount(reach.value.members, 'member')} leave, have left or are away;
      {sayCount(reach.value.accounts, 'account')} of theirs ({Math.round(reach.value.gb)} GB) lie without
      a seat: {reach.value.keptLonger} to be kept longer, {reach.value.freed} that need not be kept any
      more, {reach.value.lostTooEarly} lost before that day.
    </p>
  {/if}
  {#if own && !sheet.follows}
    <form
      onsubmit={(e) => {
        e.preventDefault();
        void add(who, false);
      }}
    >
      <input aria-label="Who comes in" placeholder="an id or a mail address" bind:value={who} />
      <button class="word" disabled={who.trim() === ''}>comes in</button>
    </form>
  {/if}
  <table class="list dense" aria-label="Members of {sheet.name}">
    <thead>
      <tr><th>Who</th><th>Department</th><th>leads</th><th class="r">do</th></tr>
    </thead>
    <tbody>
      {#each sheet.members as member (member.person)}
        <tr>
          <td>
            <a class="name" href={to(`/people/${member.person}`)}>{member.name}</a>
            <span class="sub">{member.email}</span>
          </td>
          <td class="sub">{member.department ?? '–'}</td>
          <td>{member.lead ? 'leads' : ''}</td>
          <td class="r">
            {#if own}
              <button
                class="word"
                aria-label="{member.name} {member.lead ? 'leads no longer' : 'leads'}"
                onclick={() => add(member.person, !member.lead)}
                >{member.lead ? 'leads no longer' : 'leads'}</button
              >
              {#if !sheet.follows}
                · <button
                  class="word"
                  aria-label="{member.name} goes"
                  onclick={() => remove(member.person)}>goes</button
                >
              {/if}
            {/if}
          </td>
        </tr>
      {/each}
    </tbody>
  </table>
  {#if own}
    <p class="end">
      {#if sure}
        Its people stay.
        <button class="word" onclick={drop}>take the group away</button>
        · <button class="word" onclick={() => (sure = false)}>leave it</button>
      {:else}
        <button class="word" onclick={() => (sure = true)}>take the group away …</button>
      {/if}
    </p>
  {/if}
</section>

<style>
  h2 {
    font: 600 var(--type-lead) var(--font-serif);
    padding-bottom: var(--s-4);
  }
  .head {
    display: flex;
    gap: var(--s-12);
    align-items: baseline;
  }
  .name {
    font: 600 var(--type-text) var(--font-serif);
  }
  .terms {
    font-size: var(--type-text);
    line-height: 2.1;
    padding-bottom: var(--s-8);
  }
  form {
    display: flex;
    flex-wrap: wrap;
    gap: var(--s-10);
    align-items: baseline;
    padding: var(--s-8) 0;
  }
  input {
    width: 190px;
    border: 0;
    border-bottom: 1px dotted var(--soft);
    background: transparent;
    padding: var(--s-2) 0;
  }
  .end {
    padding-top: var(--s-14);
    font-size: var(--type-row);
  }
</style>

<!-- Whose word counts where personnel's file and the directory speak of the same people. -->
<script lang="ts">
  import Pick from '../../pieces/controls/Pick.svelte';
  import { api, dataOf, type Schemas } from '../../api/client';
  import { Question } from '../../state/question.svelte';
  import { session } from '../../state/session.svelte';
  import { sayCount } from '../../state/say';

  type Lead = Schemas['FieldLead'];
  const LEADERS = {
    LAST: 'whoever spoke last',
    FILE: 'the file of people',
    DIRECTORY: 'the directory',
  };
  const OTHER = { FILE: 'the directory', DIRECTORY: 'the file' };

  const question = new Question(
    () => null,
    () => dataOf(api.GET('/api/v1/house-rules/leads')),
  );
  const leads = $derived<Lead[]>(question.value ?? []);
  const mayRule = $derived(session.me?.role === 'STEWARD' || session.me?.role === 'KEEPER');

  const lead = (field: string, leader: string) =>
    question.attempt(async () =>
      question.set(
        await dataOf(
          api.PUT('/api/v1/house-rules/leads', {
            body: { field, leader: leader === 'LAST' ? null : (leader as Lead['leader']) },
          }),
        ),
      ),
    );
</script>

{#if question.fault}<p class="neg" role="alert">{question.fault}</p>{/if}
<p class="sub lead">
  A file of people and an identity provider both say who somebody is. Whoever leads a field sets it;
  the other fills what is empty, and what it says otherwise is kept aside and shown with the person.
  It holds from the next time one of them speaks.
</p>
<table class="list dense">
  <thead>
    <tr><th>Of people</th><th>counts what is said by</th><th>kept aside</th></tr>
  </thead>
  <tbody>
    {#each leads as one (one.field)}
      <tr>
        <td class="name">{one.field}</td>
        <td>
          {#if mayRule}
            <Pick
              label="Who leads {one.field}"
              value={one.leader ?? 'LAST'}
              onchange={(e) => lead(one.field, e.currentTarget.value)}
            >
              {#each Object.entries(LEADERS) as [value, text] (value)}
                <option {value}>{text}</option>
              {/each}
            </Pick>
          {:else}{LEADERS[one.leader ?? 'LAST']}{/if}
        </td>
        <td class="sub">
          {#if one.leader && one.aside > 0}
            {OTHER[one.leader]} says something else of {sayCount(one.aside, 'person', 'people')}
          {:else}–{/if}
        </td>
      </tr>
    {/each}
  </tbody>
</table>

<style>
  .lead {
    max-width: 84ch;
    padding-bottom: var(--s-12);
  }
  table {
    max-width: 760px;
  }
  .name {
    font: 600 var(--type-text) var(--font-serif);
  }
</style>

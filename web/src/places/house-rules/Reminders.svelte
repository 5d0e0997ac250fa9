<!-- When whoever looks after an agreement is reminded of its notice day. -->
<script lang="ts">
  import Typed from '../../pieces/typed/Typed.svelte';
  import { api, dataOf } from '../../api/client';
  import { Question } from '../../state/question.svelte';

  const question = new Question(
    () => null,
    () => dataOf(api.GET('/api/v1/renewals/reminders')),
  );
  const text = $derived(question.value?.days.join(', ') ?? '');

  const keep = (typed: string) =>
    question.attempt(async () => {
      const days = typed
        .split(/[,;\s]+/)
        .filter((one) => one !== '')
        .map(Number);
      if (days.some((one) => !Number.isInteger(one))) {
        throw new Error('Write whole numbers of days, with commas between.');
      }
      question.set(await dataOf(api.PUT('/api/v1/renewals/reminders', { body: { days } })));
    });
</script>

<p>
  Whoever looks after an agreement is reminded
  <Typed
    value={text}
    label="How many days before the last day for notice"
    width={Math.max(14, text.length + 2)}
    onvalue={(typed) => void keep(typed)}
  />
  days before the last day for notice
  <span class="sub">nobody is where it is empty</span>
</p>
{#if question.fault}<p class="neg" role="alert">{question.fault}</p>{/if}

<style>
  p {
    display: flex;
    flex-wrap: wrap;
    align-items: baseline;
    gap: var(--s-4) var(--s-8);
    font-size: var(--type-text);
    padding-bottom: var(--s-8);
  }
</style>

<!-- To whom the month’s sheet goes. -->
<script lang="ts">
  import Check from '../../pieces/controls/Check.svelte';
  import Typed from '../../pieces/typed/Typed.svelte';
  import { api, dataOf } from '../../api/client';
  import { Question } from '../../state/question.svelte';

  const question = new Question(
    () => null,
    () => dataOf(api.GET('/api/v1/statement/sheet/recipients')),
  );
  const text = $derived(question.value?.recipients.join(', ') ?? '');

  const keep = (recipients: string[], leads: boolean) =>
    question.attempt(async () =>
      question.set(
        await dataOf(
          api.PUT('/api/v1/statement/sheet/recipients', { body: { recipients, leads } }),
        ),
      ),
    );
  const addresses = (typed: string) => typed.split(/[,;\s]+/).filter((one) => one !== '');
</script>

<p>
  On the first of a month the last one’s sheet goes to
  <Typed
    value={text}
    label="To whom the month’s sheet goes"
    width={Math.max(28, text.length + 2)}
    onvalue={(typed) => void keep(addresses(typed), question.value?.leads ?? false)}
  />
  <span class="sub">mail addresses with commas between; nobody where it is empty</span>
</p>
<p>
  <Check
    checked={question.value?.leads ?? false}
    disabled={!question.value}
    onchange={() => void keep(addresses(text), !question.value?.leads)}
    >Whoever leads a group gets the group’s own sheet</Check
  >
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

<!-- To whom the month’s sheet goes. -->
<script lang="ts">
  import Typed from '../../pieces/typed/Typed.svelte';
  import { api, dataOf } from '../../api/client';
  import { Question } from '../../state/question.svelte';

  const question = new Question(
    () => null,
    () => dataOf(api.GET('/api/v1/statement/sheet/recipients')),
  );
  const text = $derived(question.value?.recipients.join(', ') ?? '');

  const keep = (typed: string) =>
    question.attempt(async () =>
      question.set(
        await dataOf(
          api.PUT('/api/v1/statement/sheet/recipients', {
            body: { recipients: typed.split(/[,;\s]+/).filter((one) => one !== '') },
          }),
        ),
      ),
    );
</script>

<p>
  On the first of a month the last one’s sheet goes to
  <Typed
    value={text}
    label="To whom the month’s sheet goes"
    width={Math.max(28, text.length + 2)}
    onvalue={(typed) => void keep(typed)}
  />
  <span class="sub">mail addresses with commas between; nobody where it is empty</span>
</p>
{#if question.fault}<p class="neg" role="alert">{question.fault}</p>{/if}

<style>
  p {
    display: flex;
    flex-wrap: wrap;
    align-items: baseline;
    gap: 4px 8px;
    font-size: 13px;
    padding-bottom: 8px;
  }
</style>

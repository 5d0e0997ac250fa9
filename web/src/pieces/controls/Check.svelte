<!-- Yes or no: Flowbite's check box in our ink, with what it is about. -->
<script lang="ts">
  import Checkbox from 'flowbite-svelte/Checkbox.svelte';
  import type { Snippet } from 'svelte';

  let {
    checked = $bindable(false),
    onchange,
    disabled = false,
    children,
  }: {
    checked?: boolean;
    onchange?: (checked: boolean) => void;
    disabled?: boolean;
    children: Snippet;
  } = $props();
</script>

<Checkbox
  bind:checked
  {disabled}
  inline
  class="check"
  classes={{ div: 'check-words' }}
  onchange={(event: Event) => onchange?.((event.currentTarget as HTMLInputElement).checked)}
>
  {@render children()}
</Checkbox>

<!-- One of a few: Flowbite's select in our ink, as wide as what it says. -->
<script lang="ts" generics="T extends string | number">
  import Select from 'flowbite-svelte/Select.svelte';
  import type { Snippet } from 'svelte';

  let {
    value = $bindable(),
    onchange,
    label,
    required = false,
    disabled = false,
    marked = false,
    children,
  }: {
    value?: T;
    onchange?: (event: Event & { currentTarget: HTMLSelectElement }) => void;
    /** What it is called, where no label around it says so. */
    label?: string;
    required?: boolean;
    disabled?: boolean;
    /** Whether it says something that a reader must not overlook. */
    marked?: boolean;
    /** Its options. */
    children: Snippet;
  } = $props();
</script>

<Select
  {onchange}
  aria-label={label}
  {required}
  {disabled}
  bind:value
  placeholder=""
  class="pick"
  classes={{ select: marked ? 'pick-list marked' : 'pick-list' }}
>
  {@render children()}
</Select>

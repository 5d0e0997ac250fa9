<!-- A file: chosen, or dropped onto Flowbite's drop zone; its name stands there. -->
<script lang="ts">
  import Dropzone from 'flowbite-svelte/Dropzone.svelte';

  let {
    label,
    accept,
    onfile,
  }: {
    /** What the file is. */
    label: string;
    /** Which files are offered, as an input has it. */
    accept: string;
    onfile: (file: File | undefined) => void;
  } = $props();

  let name = $state('');
  let files = $state.raw<FileList | null>(new DataTransfer().files);
  let over = $state(false);

  function take(some: FileList | null | undefined) {
    const file = some?.[0];
    over = false;
    name = file?.name ?? '';
    onfile(file);
  }
</script>

<Dropzone
  class={over ? 'drop over' : 'drop'}
  bind:files
  {accept}
  aria-label={label}
  onDrop={(event: DragEvent) => take(event.dataTransfer?.files)}
  onDragOver={() => (over = true)}
  onChange={(event: Event) => take((event.currentTarget as HTMLInputElement).files)}
>
  <span><b>{name || 'Choose a file'}</b>{name ? '' : ', or drop it here'}</span>
</Dropzone>

<!-- What an element's title says, in our own look: one tip for the whole page, shown where the
     pointer rests or the keyboard stands. Pages write plain titles; parts of a drawing, which have
     none, say it as data-says. -->
<script lang="ts">
  import Tooltip from 'flowbite-svelte/Tooltip.svelte';

  /** Who only passes over is told nothing. */
  const RESTS = 400;

  let words = $state('');
  let anchor: HTMLElement | SVGElement | null = null;
  let waits: ReturnType<typeof setTimeout> | undefined;

  function leave() {
    clearTimeout(waits);
    words = '';
    if (!anchor) return;
    const said = anchor.getAttribute('data-tip');
    if (said) {
      // Something else may stand there by now.
      if (!anchor.hasAttribute('title')) anchor.setAttribute('title', said);
      anchor.removeAttribute('aria-description');
    }
    anchor.removeAttribute('data-tip');
    anchor = null;
  }

  function come(to: EventTarget | null) {
    const found =
      to instanceof Element ? to.closest<HTMLElement>('[title], [data-tip], [data-says]') : null;
    if (found === anchor) return;
    leave();
    const title = found?.getAttribute('title') ?? '';
    const said = title || found?.getAttribute('data-says');
    if (!found || !said) return;
    anchor = found;
    found.setAttribute('data-tip', title);
    if (title) {
      // The browser's own would come, too; who listens still has the words.
      found.setAttribute('aria-description', title);
      found.removeAttribute('title');
    }
    waits = setTimeout(() => (words = said), RESTS);
  }

  const overPointer = (e: PointerEvent) => e.pointerType !== 'touch' && come(e.target);
  function stands(e: FocusEvent) {
    if (e.target instanceof Element && e.target.matches(':focus-visible')) come(e.target);
  }
  const onkeydown = (e: KeyboardEvent) => e.key === 'Escape' && leave();

  // What it stood on may go while it stands.
  $effect(() => {
    if (words === '') return;
    const gone = setInterval(() => anchor?.isConnected || leave(), RESTS);
    return () => clearInterval(gone);
  });
</script>

<svelte:document
  onpointerover={overPointer}
  onpointerdown={leave}
  onfocusin={stands}
  onfocusout={leave}
  {onkeydown}
/>
<span hidden></span>
<Tooltip
  bind:isOpen={() => words !== '', (open) => open || leave()}
  reference="[data-tip]"
  arrow={false}
  type="custom"
  class="page-tip"
  offset={6}
  aria-hidden="true"
  transitionParams={{ duration: 0 }}>{words}</Tooltip
>

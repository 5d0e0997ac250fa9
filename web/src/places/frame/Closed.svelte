<!-- A page that is not open to who is signed in: it says who may see it, and where to go instead. -->
<script lang="ts">
  import { to } from '../../state/address.svelte';
</script>

<svelte:head><title>Not open to leads – Sober Tally</title></svelte:head>

<h1>This page is not open to leads</h1>
<p class="sub">
  A lead sees the people of the groups they lead. Readers, stewards and deciders see this page; ask
  one of them.
</p>
<p>
  <a href={to('/people')}>Your people</a> · <a href={to('/findings')}>what was found with them</a> ·
  <a href={to('/slates')}>your slates</a>
</p>

<script lang="ts">
  import { to } from '../../state/address.svelte';
</script>

<h1>There is no such page</h1>
<p class="sub">
  The address leads nowhere. <a href={to('/subscriptions')}>Go to the subscriptions</a>.
</p>

<script lang="ts">
  import { route } from "../../router";
</script>

<p>{route.params.plan}</p>

<!--
@component
The one set of patterns that says what a seat is for. Drawn once; everything else refers to it.
-->
<script lang="ts"></script>

<svg class="textures" width="0" height="0" aria-hidden="true" focusable="false">
  <defs>
    <pattern id="tx-inUse" width="4" height="4" patternUnits="userSpaceOnUse">
      <rect class="tx-ink-used" width="4" height="4" />
    </pattern>
    <pattern id="tx-unsure" width="4" height="4" patternUnits="userSpaceOnUse">
      <rect class="tx-ground-unsure" width="4" height="4" />
    </pattern>
    <pattern
      id="tx-idle"
      width="6"
      height="6"
      patternUnits="userSpaceOnUse"
      patternTransform="rotate(45)"
    >
      <rect class="tx-ground-idle" width="6" height="6" />
      <path class="tx-line-idle" d="M1.5 0V6" stroke-width="3" />
    </pattern>
    <pattern id="tx-never" width="5" height="5" patternUnits="userSpaceOnUse">
      <rect class="tx-ground-never" width="5" height="5" />
      <circle class="tx-dot-never" cx="2.5" cy="2.5" r="1.2" />
    </pattern>
    <pattern
      id="tx-locked"
      width="5"
      height="5"
      patternUnits="userSpaceOnUse"
      patternTransform="rotate(45)"
    >
      <rect class="tx-ground-locked" width="5" height="5" />
      <path class="tx-line-locked" d="M0 2.5H5M2.5 0V5" stroke-width="1.4" />
    </pattern>
    <pattern id="tx-unanswered" width="4" height="4" patternUnits="userSpaceOnUse">
      <rect class="tx-ground-invite" width="4" height="4" />
      <path class="tx-line-invite" d="M0 1H4" stroke-width="1.5" />
    </pattern>
    <pattern id="tx-parked" width="5" height="5" patternUnits="userSpaceOnUse">
      <rect class="tx-ground-spare" width="5" height="5" />
      <path class="tx-line-rest" d="M1.5 0V5M3.5 0V5" stroke-width="1" />
    </pattern>
    <pattern id="tx-notStarted" width="6" height="4" patternUnits="userSpaceOnUse">
      <rect class="tx-ground-spare" width="6" height="4" />
      <path class="tx-line-rest" d="M0 2H3" stroke-width="1" />
    </pattern>
    <pattern id="tx-resting" width="4" height="4" patternUnits="userSpaceOnUse">
      <rect class="tx-ground-spare" width="4" height="4" />
      <path class="tx-line-rest" d="M1 0V4" stroke-width="1" />
    </pattern>
    <pattern id="tx-spare" width="4" height="4" patternUnits="userSpaceOnUse">
      <rect class="tx-ground-spare" width="4" height="4" />
    </pattern>
  </defs>
</svg>

<style>
  .textures {
    position: absolute;
  }
</style>

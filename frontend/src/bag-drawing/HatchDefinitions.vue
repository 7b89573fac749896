<template>
  <!-- one shared set of hatches, so that no layer is told by colour alone -->
  <svg width="0" height="0" class="hatch-definitions" aria-hidden="true">
    <defs>
      <pattern
        id="hatch-lining"
        width="7"
        height="7"
        patternUnits="userSpaceOnUse"
        patternTransform="rotate(45)"
      >
        <rect width="7" height="7" class="hatch-ground-lining" />
        <line x1="0" y1="0" x2="0" y2="7" class="hatch-line" />
      </pattern>
      <pattern id="hatch-contrast" width="9" height="9" patternUnits="userSpaceOnUse">
        <rect width="9" height="9" class="hatch-ground-contrast" />
        <line x1="0" y1="2" x2="9" y2="2" class="hatch-line" />
        <line x1="2" y1="0" x2="2" y2="9" class="hatch-line" />
      </pattern>
      <pattern id="hatch-motif" width="10" height="10" patternUnits="userSpaceOnUse">
        <rect width="10" height="10" class="hatch-ground-motif" />
        <path d="M2 5L5 2L8 5L5 8Z" class="hatch-line" fill="none" />
      </pattern>
      <pattern id="hatch-zip" width="5" height="5" patternUnits="userSpaceOnUse">
        <rect width="5" height="5" class="hatch-ground-zip" />
        <line x1="1" y1="0" x2="1" y2="5" class="hatch-line" />
      </pattern>
      <pattern id="hatch-interfacing" width="6" height="6" patternUnits="userSpaceOnUse">
        <rect width="6" height="6" class="hatch-ground-interfacing" />
        <circle cx="1.6" cy="1.6" r="0.8" class="hatch-dot" />
      </pattern>
      <pattern id="hatch-core" width="6" height="6" patternUnits="userSpaceOnUse">
        <rect width="6" height="6" class="hatch-ground-interfacing" />
        <circle cx="1.6" cy="1.6" r="0.8" class="hatch-dot" />
        <line x1="0" y1="4.6" x2="6" y2="4.6" class="hatch-line" />
      </pattern>
      <pattern id="hatch-strap" width="8" height="8" patternUnits="userSpaceOnUse">
        <rect width="8" height="8" class="hatch-ground-strap" />
        <line x1="0" y1="4" x2="8" y2="4" class="hatch-line" />
      </pattern>
    </defs>
  </svg>
</template>

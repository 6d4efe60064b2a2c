<template>
  <!--
    Lies unseen beneath a drawing that changes while something is dragged. With it the drawing covers the same ground and
    has the same kinds of things in it in every frame, so that the browser need not order all layers of the page anew
    (3 ms a frame). Parts that have transforms, or are sharp opaque rectangles, would make it do so all the same: they stand
    by coordinates, and their corners are round.
  -->
  <g aria-hidden="true" class="ground">
    <rect x="-9999" y="-9999" width="29999" height="29999" />
    <text>.</text>
  </g>
</template>

<style scoped>
.ground {
  fill: transparent;
  pointer-events: none;
  stroke: none;
}
</style>

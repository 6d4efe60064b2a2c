<script setup lang="ts">
/** How far a run parts from the first: a bar, and a post where it still agrees. */
defineProps<{ percent: number; agrees: boolean; tolerance: number }>()

const WIDE = 110
/** % of the change that fills it. */
const FULL = 30
const px = (percent: number): string => `${Math.min(1, Math.abs(percent) / FULL) * WIDE}px`
</script>

<template>
  <span class="bar" :style="{ width: `${WIDE}px` }" aria-hidden="true">
    <span class="fill" :class="{ agrees }" :style="{ width: px(percent) }" />
    <span class="post" :style="{ left: px(tolerance) }" />
  </span>
</template>

<style scoped>
.bar {
  position: relative;
  display: inline-block;
  height: 6px;
  margin-right: 6px;
  border-radius: 2px;
  background: var(--rule-soft);
  vertical-align: middle;
}

.fill {
  position: absolute;
  inset: 0 auto 0 0;
  border-radius: 2px;
  background: var(--pencil);
}

.fill.agrees {
  background: var(--hue-show);
}

.post {
  position: absolute;
  top: -4px;
  width: 1.5px;
  height: 14px;
  background: var(--ink-2);
}
</style>

<template>
  <svg width="22" height="22" viewBox="0 0 24 24" aria-hidden="true">
    <path
      d="M4 21v-5a9 9 0 0 1 9-9h7"
      fill="none"
      stroke="var(--pencil)"
      stroke-width="3"
      stroke-linecap="round"
    />
    <path
      d="M14.5 1.5 21 7l-6.5 5.5"
      fill="none"
      stroke="var(--pencil)"
      stroke-width="3"
      stroke-linecap="round"
      stroke-linejoin="round"
    />
  </svg>
</template>

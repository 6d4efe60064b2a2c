<template>
  <main>Match</main>
</template>

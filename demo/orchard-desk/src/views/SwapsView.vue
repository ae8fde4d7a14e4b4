<script setup lang="ts">
import SwapTable from "@/components/SwapTable.vue";
</script>

<template>
  <SwapTable />
</template>

<style lang="sass">
@use "@/styles/palette"

p
  border-color: palette.$leaf
</style>

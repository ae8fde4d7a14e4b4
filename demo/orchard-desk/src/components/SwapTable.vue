<script lang="ts">
import { swaps } from "../services/swaps";

export default { data: () => ({ swaps: swaps() }) };
</script>

<template>
  <p v-for="swap in swaps" :key="swap">{{ swap }}</p>
</template>

<style lang="less">
@import (reference) "../styles/table.less";

p {
  .line();
}
</style>

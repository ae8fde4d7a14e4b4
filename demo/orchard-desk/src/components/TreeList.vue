<script setup lang="ts">
import type { Tree } from "../models/tree";
import TreeRow from "./TreeRow.vue";

defineProps<{ trees: readonly Tree[] }>();
</script>

<template>
  <ul>
    <TreeRow v-for="tree in trees" :key="tree.name" :tree="tree" />
  </ul>
</template>

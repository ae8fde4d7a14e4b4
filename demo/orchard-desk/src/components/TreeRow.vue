<script setup lang="ts">
import type { Tree } from "../models/tree";

defineProps<{ tree: Tree }>();
</script>

<template>
  <li>{{ tree.name }}: {{ tree.kilograms }} kg</li>
</template>

<style lang="scss" src="./TreeRow.scss" scoped></style>

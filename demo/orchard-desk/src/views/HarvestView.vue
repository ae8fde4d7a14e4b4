<script setup lang="ts">
import { defineAsyncComponent } from "vue";
import { useTrees } from "@/composables/useTrees";

const TreeList = defineAsyncComponent(() => import("@/components/TreeList.vue"));
const { trees } = useTrees();
</script>

<template>
  <TreeList :trees="trees" />
</template>

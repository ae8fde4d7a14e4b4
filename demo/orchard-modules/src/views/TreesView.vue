<script setup lang="ts">
import { computed, onMounted } from "vue";
import { useStore } from "vuex";
import PageFrame from "@/components/PageFrame.vue";
import { loadTrees } from "@/services/treesService";
import type { RootState } from "@/store";

const store = useStore<RootState>();
const items = computed(() => store.state.trees.items);
onMounted(async () => store.commit("trees/loaded", await loadTrees()));
</script>

<template>
  <PageFrame heading="Trees">
    <p v-if="items.length === 0">Nothing yet.</p>
    <ul v-else>
      <li v-for="item in items" :key="item.id">{{ item.variety }}</li>
    </ul>
  </PageFrame>
</template>

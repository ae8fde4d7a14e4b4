<script setup lang="ts">
import { computed, onMounted } from "vue";
import { useStore } from "vuex";
import PageFrame from "@/components/PageFrame.vue";
import { loadRota } from "@/services/rotaService";
import type { RootState } from "@/store";

const store = useStore<RootState>();
const items = computed(() => store.state.rota.items);
onMounted(async () => store.commit("rota/loaded", await loadRota()));
</script>

<template>
  <PageFrame heading="Who helps when">
    <p v-if="items.length === 0">Nothing yet.</p>
    <ul v-else>
      <li v-for="item in items" :key="item.id">{{ item.helper }}</li>
    </ul>
  </PageFrame>
</template>

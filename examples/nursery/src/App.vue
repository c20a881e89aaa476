<script setup>
import { ref } from "vue";
import Watering from "../parts/watering.lively.json?vue";

const cans = ref(1);
</script>

<template>
  <Watering v-model:cans="cans" />
  <p>That makes {{ cans * 7 }} a week.</p>
</template>

<script setup lang="ts">
import { RouterLink } from 'vue-router';
import { lostPage as wording } from '../../../words/pages/door.js';
</script>

<template>
  <div class="py-16 text-center">
    <h1>{{ wording.thereIsNothing }}</h1>
    <RouterLink to="/" class="btn btn-main mt-4">{{ wording.toTheFloor }}</RouterLink>
  </div>
</template>

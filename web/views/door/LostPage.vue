<script setup lang="ts">
import { RouterLink } from 'vue-router';
</script>

<template>
  <div class="py-16 text-center">
    <h1>There is nothing at this address</h1>
    <RouterLink to="/" class="btn btn-main mt-4">To the floor</RouterLink>
  </div>
</template>

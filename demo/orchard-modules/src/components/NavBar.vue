<template>
  <nav>
    <RouterLink to="/">Home</RouterLink>
    <RouterLink to="/trees">Trees</RouterLink>
    <RouterLink to="/harvest">Harvest</RouterLink>
    <RouterLink :to="{ name: 'rota' }">Rota</RouterLink>
  </nav>
</template>

<template>
  <svg viewBox="0 0 24 24" width="24" height="24" aria-hidden="true">
    <path
      d="M1 7h22v2.600c-3.200.4-5.400 1.900-6.200 4H15v2.500l3 2.500V20H6v-1.400l3-2.500v-2.500C5 13.400 1.800 11 1 7z"
      fill="currentColor"
    />
  </svg>
</template>

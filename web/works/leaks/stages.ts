// What is brought together: whoever opens one of these goes on to the next.
export { default as FindLeakStage } from './find/FindLeakStage.vue'
export { default as FirstRunStage } from './run/FirstRunStage.vue'

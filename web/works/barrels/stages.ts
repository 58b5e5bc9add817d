// What is brought together: whoever opens one of these goes on to the next.
export { default as BarrelMeasureStage } from './measure/BarrelMeasureStage.vue'
export { default as BarrelFitStage } from './fit/BarrelFitStage.vue'
export { default as BarrelSleeveStage } from './sleeve/BarrelSleeveStage.vue'
export { default as BarrelBoreStage } from './bore/BarrelBoreStage.vue'
export { default as BarrelReadyStage } from './ready/BarrelReadyStage.vue'

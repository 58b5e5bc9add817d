// What is brought together: whoever opens one of these goes on to the next.
export { default as DamperOffStage } from './off/DamperOffStage.vue'
export { default as FlywheelOffStage } from './wheel-off/FlywheelOffStage.vue'
export { default as SealOutStage } from './out/SealOutStage.vue'
export { default as CoverStage } from './cover/CoverStage.vue'
export { default as SealInStage } from './seal/SealInStage.vue'
export { default as FlywheelOnStage } from './wheel-on/FlywheelOnStage.vue'
export { default as DamperOnStage } from './on/DamperOnStage.vue'
export { default as TdcStage } from './tdc/TdcStage.vue'

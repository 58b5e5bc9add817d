// What is brought together: whoever opens one of these goes on to the next.
export { default as CamOutStage } from './cam/CamOutStage.vue'
export { default as BushingsOutStage } from './out/BushingsOutStage.vue'
export { default as GalleriesStage } from './galleries/GalleriesStage.vue'
export { default as BushingMapStage } from './map/BushingMapStage.vue'
export { default as BushingsInStage } from './in/BushingsInStage.vue'
export { default as CamSpinStage } from './spin/CamSpinStage.vue'

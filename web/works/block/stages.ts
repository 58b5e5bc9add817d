// What is brought together: whoever opens one of these goes on to the next.
export { default as DeckCheckStage } from './deck/DeckCheckStage.vue'
export { default as PistonsOutStage } from './pistons/PistonsOutStage.vue'

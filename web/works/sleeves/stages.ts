// What is brought together: whoever opens one of these goes on to the next.
export { default as SleevesOutStage } from './out/SleevesOutStage.vue'
export { default as SleeveBoresStage } from './bores/SleeveBoresStage.vue'
export { default as SleevesInStage } from './in/SleevesInStage.vue'
export { default as CoolantTestStage } from './coolant/CoolantTestStage.vue'
export { default as TipsStage } from './tips/TipsStage.vue'
export { default as GasTestStage } from './gas/GasTestStage.vue'

/** How the simulated engine answers, work by work. A line a work. */
export { plays as barrels } from './barrels/plays'
export { plays as block } from './block/plays'
export { plays as bushings } from './bushings/plays'
export { plays as faces } from './faces/plays'
export { plays as fasteners } from './fasteners/plays'
export { plays as front } from './front/plays'
export { plays as leaks } from './leaks/plays'
export { plays as sleeves } from './sleeves/plays'

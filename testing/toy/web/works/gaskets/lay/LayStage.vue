<script setup lang="ts">
import type { Spot } from '#core/job/place'
import type { Snapshot } from '#core/job/snapshot'
import { padDrawing } from '#core/works/gaskets/lay/drawing'
import { layGaskets } from '#core/works/gaskets/lay/steps'
import { placesOf } from '#core/works/kinds'
import SceneDrawing from '../../../bench/drawing/SceneDrawing.vue'
import { useAskedSpots } from '../../../bench/pad/useAskedSpots'
import TurnShell from '../../../bench/stage/TurnShell.vue'
import { useStage } from '../../../bench/stage/useStage'

const pads = (s: Snapshot): readonly Spot[] => placesOf('gaskets', s.engine, s.sheet.sections)
const hands = useStage('lay-gaskets', layGaskets, pads)
const { turn } = hands
const { spots, choose } = useAskedSpots(turn, 'lay-gasket')
</script>

<template>
  <TurnShell :hands="hands" :title="null" :empty="null">
    <template #rail><span /></template>
    <SceneDrawing :draw="(frame) => padDrawing(spots, frame)" @spot="choose" />
  </TurnShell>
</template>

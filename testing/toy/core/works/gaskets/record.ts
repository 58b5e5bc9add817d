import type { WorkRecord } from '../work-record'
import { record as lay } from './lay/record'

export const record: WorkRecord<'gaskets'> = { stages: { 'lay-gaskets': lay } }

import { withWords } from '../../app/i18n'
import { oneOf, type Views } from '../views'

const stage = oneOf(() => import('./stages'))

/** The screens of injector sleeves. */
export const views: Views<'sleeves'> = {
  'sleeves-out': stage('SleevesOutStage'),
  'sleeve-bores': stage('SleeveBoresStage'),
  'sleeves-in': stage('SleevesInStage'),
  'coolant-test': stage('CoolantTestStage'),
  tips: withWords(['fasteners'], stage('TipsStage')),
  'gas-test': stage('GasTestStage'),
}

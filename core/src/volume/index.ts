export { EQUATIONS, equationVolume } from './equation.ts';
export { fitLocalTable, type LocalForm, type LocalTable, type MeasuredStem } from './local-table.ts';
export { emptyStandWood, standWood } from './stand-volume.ts';
export {
  stemVolumeM3,
  treeVolume,
  volumeBark,
  volumeBelowM3,
  volumeLimit,
  volumeModelProblem,
  volumeName,
} from './tree-volume.ts';
export { volumeTable } from './volume-table.ts';

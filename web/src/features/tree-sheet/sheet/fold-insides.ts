// One chunk for all that the sheet folds away.
export { HeightCheckFields } from '../heights/HeightCheckFields.tsx';
export { HeightLinks } from '../heights/HeightLinks.tsx';
export { Heights } from '../heights/Heights.tsx';
export { LogsAndUppers } from '../stems/LogsAndUppers.tsx';
export { Stems } from '../stems/Stems.tsx';
export { TapingButtons } from '../taping/TapingButtons.tsx';
export { TapingFolds } from '../taping/TapingFolds.tsx';

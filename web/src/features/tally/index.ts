export { Tally, type TallyProps } from './Tally.tsx';

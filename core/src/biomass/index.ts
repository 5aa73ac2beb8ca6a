export { aboveGroundKg, BIOMASS_GROUPS, carbonKg } from './biomass.ts';

export { aboveGroundKg, BIOMASS_GROUPS, carbonKg, massErrorShare } from './biomass.ts';

export { FORM_FACTOR_LIMITS, formFactorVolume, USUAL_FORM_FACTOR, type FormFactor } from './form-factor-volume.ts';

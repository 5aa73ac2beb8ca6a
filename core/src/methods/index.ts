export { defaultMethod, findMethod, METHODS, methodsFor } from './registry.ts';

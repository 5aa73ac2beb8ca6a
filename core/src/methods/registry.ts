import { createRegistry } from '../measurement/index.ts';
import { METHOD_FILES } from './method-files.ts';

/** Every method of this package. Two that conflict stop the application before it starts. */
export const { methods: METHODS, methodsFor, findMethod, defaultMethod } = createRegistry(METHOD_FILES);

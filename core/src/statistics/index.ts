export { leastSquares, type LinearFit } from './least-squares.ts';
export { studentT, studentTQuantile } from './student-t.ts';
export { solveSymmetric } from './solve-symmetric.ts';

export { leastSquares, type LinearFit } from './least-squares.ts';
export { studentT, studentTQuantile } from './student-t.ts';
export { solveSymmetric } from './solve-symmetric.ts';
export { fitCurve, type FittedCurve, type ParametricCurve } from './fit-curve.ts';
export { fitWeibull, weibullShareBelow, type Weibull } from './weibull.ts';
export { grouped } from './grouped.ts';

export { SurveyForm } from './SurveyForm.tsx';
export { PlotForm, type PlotFormProps } from './PlotForm.tsx';

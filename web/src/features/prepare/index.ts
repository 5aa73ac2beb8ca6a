export { KitPage, type KitPageProps } from './kit/KitPage.tsx';
export { FallReachPlanner } from './fall-reach/FallReachPlanner.tsx';
export { StandOffPlanner } from './stand-off/StandOffPlanner.tsx';
export { BodyMarkForm, type BodyMarkFormProps } from './BodyMarkForm.tsx';
export { RulesForm, type RulesFormProps } from './RulesForm.tsx';
export { SurveyForm } from './SurveyForm.tsx';
export { PlotForm, type PlotFormProps } from './PlotForm.tsx';
export { WhoIsIn } from './who-is-in/WhoIsIn.tsx';
export { PlanPage } from './plan/PlanPage.tsx';

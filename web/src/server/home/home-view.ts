import { overdue } from '@arbolito/core/instruments';
import { bearingDeg, distanceM, type LatLon, mapAbout } from '@arbolito/core/layout';
import { printMean, standUnits } from '@arbolito/core/units';
import { placeKind } from '@arbolito/core/protocol';
import type { Text } from '@arbolito/core/message';
import type { PlotView, SurveyListItem, SurveyView } from '../../contracts/views.ts';
import { day } from '../../messages/figures.ts';
import { t } from '../../messages/text.ts';
import type { Services } from '../compose.ts';

/** A plot that comes next, with the way to it where both positions are known. */
export interface NextPlot {
  readonly plot: PlotView;
  readonly way: { readonly distanceM: number; readonly bearingDeg: number } | null;
}

/** Where the work on this device stopped. */
export interface Resume {
  readonly survey: SurveyView;
  readonly plots: readonly PlotView[];
  /** The plot in use; null where none was opened yet. */
  readonly plot: PlotView | null;
  readonly next: NextPlot | null;
}

/** Something that a person has to look at. */
export interface AttentionItem {
  readonly title: Text;
  readonly detail: Text;
  readonly href: string;
  readonly action: string;
}

/** A survey with its volume per area, where it is known without waiting. */
export interface HomeSurvey extends SurveyListItem {
  readonly volume: { readonly value: string; readonly error: Text; readonly unit: string } | null;
}

export interface HomeView {
  readonly surveys: readonly HomeSurvey[];
  readonly resume: Resume | null;
  /** The findings of a large survey may still be worked out; then only the instruments are told. */
  readonly attention: { readonly items: readonly AttentionItem[]; readonly isChecked: boolean };
}

const MOST_FINDINGS = 3;
const MOST_OVERDUE = 2;
/** Older surveys show their progress alone. */
const MOST_VOLUMES = 6;

const positionOf = ({ latitude, longitude }: PlotView): LatLon | null =>
  latitude === null || longitude === null ? null : { latitude, longitude };

function wayTo(from: PlotView | null, to: PlotView): NextPlot['way'] {
  const here = from === null ? null : positionOf(from);
  const there = positionOf(to);
  if (here === null || there === null) return null;
  const { toMap } = mapAbout(here);
  return { distanceM: distanceM(toMap(here), toMap(there)), bearingDeg: bearingDeg(toMap(here), toMap(there)) };
}

/** The plot to measure after one, in the order of the list; the first that is open where there is none in use. */
export function nextPlot(plots: readonly PlotView[], current: PlotView | null): NextPlot | null {
  const at = plots.findIndex(({ id }) => id === current?.id);
  const plot = [...plots.slice(at + 1), ...plots.slice(0, Math.max(0, at))].find(({ finished }) => !finished);
  return plot === undefined ? null : { plot, way: wayTo(current, plot) };
}

async function volumeOf(services: Services, surveyId: string): Promise<HomeSurvey['volume']> {
  const survey = await services.surveys.get(surveyId);
  const found = await services.summary.getOrStale(survey);
  const mean = found?.value.sums.volumeM3PerHa ?? null;
  if (found === null || mean === null) return null;
  const { weighing } = found.value.sums;
  const units = standUnits(survey.unitSystem, weighing === 'list');
  const printed = printMean(mean, units.volumePer, 0);
  // Where every tree is measured no second plot is missing.
  const isWhole = weighing === 'whole' || weighing === 'list';
  return { ...printed, ...(isWhole ? { error: '' } : {}), unit: `${units.volume}${units.per}` };
}

async function resumeAt(services: Services, surveyId: string, plotId: string | undefined): Promise<Resume> {
  const survey = await services.surveys.get(surveyId);
  const plots = await services.plots.listOfSurvey(surveyId);
  const plot =
    plots.find(({ id }) => id === plotId) ?? plots.find(({ finished, trees }) => !finished && trees > 0) ?? null;
  return { survey, plots, plot, next: nextPlot(plots, plot) };
}

async function findingsOf(services: Services, survey: SurveyView): Promise<AttentionItem[] | null> {
  const found = await services.checks.getOrStale(survey);
  if (found === null) return null;
  const place = placeKind(survey.design.shape);
  return found.value.open.slice(0, MOST_FINDINGS).map(({ title, message, plotLabel, tag }) => ({
    title,
    detail:
      plotLabel === null
        ? message
        : tag === null
          ? t('home.at-plot', '{place, select, point {Point {label}} list {List {label}} other {Plot {label}}}', {
              place,
              label: plotLabel,
            })
          : t(
              'home.at-tree',
              '{place, select, point {Point {label}, tree {tag}} list {List {label}, tree {tag}} other {Plot {label}, tree {tag}}}',
              {
                place,
                label: plotLabel,
                tag,
              },
            ),
    href: `/results/${survey.id}/checks`,
    action: t('home.review', 'Review'),
  }));
}

async function overdueOf(services: Services, survey: SurveyView, now: string): Promise<AttentionItem[]> {
  const instruments = await services.kit.list(survey.crew);
  return instruments.flatMap((instrument) => {
    const last = instrument.checks[0]?.checkedAt ?? null;
    const { name, everyDays } = instrument;
    if (overdue(instrument, last, now) === null) return [];
    return [
      {
        title: t('home.check-overdue', 'Check overdue: {name}', { name }),
        detail:
          last === null
            ? t('home.not-checked-yet', 'not checked yet')
            : t(
                'home.last-checked',
                '{everyDays, plural, one {last check {day}; due every day} other {last check {day}; due every # days}}',
                { day: day(last), everyDays },
              ),
        href: '/surveys/kit',
        action: t('home.check', 'Check'),
      },
    ];
  });
}

/**
 * What the start page shows: where the work stopped, every survey, and what needs attention in the survey in use.
 *
 * @param used the survey and the plot that this device worked with last
 */
export async function homeView(
  services: Services,
  used: { readonly surveyId: string | undefined; readonly plotId: string | undefined },
  now: string,
): Promise<HomeView> {
  const surveys: HomeSurvey[] = [];
  for (const [i, survey] of (await services.surveys.list()).entries())
    surveys.push({ ...survey, volume: i < MOST_VOLUMES ? await volumeOf(services, survey.id) : null });
  const id = surveys.find((survey) => survey.id === used.surveyId)?.id ?? surveys[0]?.id;
  if (id === undefined) return { surveys, resume: null, attention: { items: [], isChecked: true } };
  const resume = await resumeAt(services, id, used.plotId);
  const findings = await findingsOf(services, resume.survey);
  const overdueChecks = (await overdueOf(services, resume.survey, now)).slice(0, MOST_OVERDUE);
  const items = [...(findings ?? []), ...overdueChecks];
  return { surveys, resume, attention: { items, isChecked: findings !== null } };
}

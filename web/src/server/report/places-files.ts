import { Readable } from 'node:stream';
import type { PlotView, SurveyView, TreeView } from '../../contracts/views.ts';
import { services } from '../compose.ts';
import { fileOf } from './csv.ts';
import { degrees, placeOfTree, treeFeature } from './tree-features.ts';

interface Known {
  readonly survey: SurveyView;
  readonly plots: ReadonlyMap<string, PlotView>;
}

async function known(surveyId: string): Promise<Known> {
  const survey = await services().surveys.get(surveyId);
  const plots = await services().plots.listOfSurvey(surveyId);
  return { survey, plots: new Map(plots.map((plot) => [plot.id, plot])) };
}

const streamed = (pieces: AsyncGenerator<string, void>): ReadableStream =>
  Readable.toWeb(Readable.from(pieces)) as ReadableStream;

const nameOf = ({ place, name }: SurveyView, what: string): string => `${place.name}-${name}-${what}`;

/** The trees of a survey as GeoJSON, sent as they are read. */
export async function treesGeoJson(surveyId: string): Promise<Response> {
  const { survey, plots } = await known(surveyId);
  async function* pieces(): AsyncGenerator<string, void> {
    yield '{"type":"FeatureCollection","features":[';
    let isFirst = true;
    for await (const views of services().trees.eachOfSurvey(survey)) {
      const features = views.map((view) => JSON.stringify(treeFeature(view, survey, plots)));
      if (features.length > 0) yield `${isFirst ? '' : ','}${features.join(',')}`;
      isFirst &&= features.length === 0;
    }
    yield ']}';
  }
  return fileOf(streamed(pieces()), 'application/geo+json', nameOf(survey, 'trees.geojson'));
}

/** Text as XML has it; what XML 1.0 cannot hold is left out. */
const xml = (text: string): string =>
  [...text]
    .filter((letter) => !/[\u0000-\u0008\u000b\u000c\u000e-\u001f\ufffe\uffff]/.test(letter))
    .join('')
    .replace(
      /[<>&"']/g,
      (mark) => ({ '<': '&lt;', '>': '&gt;', '&': '&amp;', '"': '&quot;', "'": '&apos;' })[mark] ?? '',
    );

const waypoint = (
  at: { readonly latitude: number; readonly longitude: number },
  name: string,
  words: string,
  type: string,
) =>
  `<wpt lat="${String(degrees(at.latitude))}" lon="${String(degrees(at.longitude))}"><name>${xml(name)}</name><desc>${xml(words)}</desc><type>${type}</type></wpt>\n`;

function treeWaypoint(view: TreeView, { survey, plots }: Known): string {
  const place = placeOfTree(view, plots);
  if (place === null) return '';
  const species = survey.species.find(({ code }) => code === view.speciesCode)?.name ?? view.speciesCode;
  const figures = [view.dbh, view.height].flatMap((figure) =>
    figure === null ? [] : [`${figure.printed} ± ${figure.printedStandardError} ${figure.printedUnit}`],
  );
  return waypoint(
    place,
    `${plots.get(view.plotId)?.label ?? ''}-${view.tag}`,
    [species, ...figures].join(', '),
    'tree',
  );
}

/** Plots and trees of a survey as waypoints of GPX 1.1, for a receiver that leads back to them. */
export async function waypointsGpx(surveyId: string): Promise<Response> {
  const own = await known(surveyId);
  const { survey, plots } = own;
  async function* pieces(): AsyncGenerator<string, void> {
    yield `<?xml version="1.0" encoding="UTF-8"?>\n<gpx version="1.1" creator="Arbolito" xmlns="http://www.topografix.com/GPX/1/1">\n<metadata><name>${xml(`${survey.place.name}: ${survey.name}`)}</name></metadata>\n`;
    for (const { label, latitude, longitude, ground } of plots.values())
      if (latitude !== null && longitude !== null) yield waypoint({ latitude, longitude }, label, ground ?? '', 'plot');
    for await (const views of services().trees.eachOfSurvey(survey))
      yield views.map((view) => treeWaypoint(view, own)).join('');
    yield '</gpx>\n';
  }
  return fileOf(streamed(pieces()), 'application/gpx+xml', nameOf(survey, 'waypoints.gpx'));
}

import { CheckDecisionDto } from '../checks.ts';
import { CodesDto } from '../codes.ts';
import { SurveySettingsDto } from '../survey-settings.ts';
import { ImportOptionsDto } from '../exchange.ts';
import { BodyMarkDto, RulesChangeDto, RulesPreviewDto } from '../field-rules.ts';
import { InstrumentCheckDto, InstrumentDto } from '../kit.ts';
import { NotebookMoveDto, NotebookTreeDto } from '../notebook.ts';
import { PersonDto } from '../people.ts';
import { NewPhotoDto } from '../photo.ts';
import { NewPlotDto, NewPlotsDto, NewSurveyDto } from '../survey.ts';
import {
  ActDto,
  AuxiliaryValuesDto,
  CalloutDto,
  ComputeDto,
  StandingBoardFeetDto,
  NewReadingsDto,
  NewTreeDto,
  PlotCorrectionDto,
  TreeCorrectionDto,
  TreeDeletionDto,
} from '../tree.ts';
import { ConflictDecisionDto, SyncDto } from '../sync.ts';
import { WoodSettingsDto } from '../wood.ts';

type Contract = new () => object;

/** One method of one address of the API. */
export interface Operation {
  readonly method: 'get' | 'post' | 'delete';
  readonly path: string;
  readonly summary: string;
  /** Contract of the JSON body. */
  readonly body?: Contract;
  /** Contract of the query, where the body is a file. */
  readonly query?: Contract;
  /** Media type of a body that is no JSON, and of an answer that is none. */
  readonly file?: string;
  readonly answer?: string;
}

const get = (path: string, summary: string, answer?: string): Operation => ({
  method: 'get',
  path,
  summary,
  ...(answer === undefined ? {} : { answer }),
});
const post = (path: string, summary: string, body: Contract): Operation => ({ method: 'post', path, summary, body });

/** Every operation of the API, by resource. */
export const OPERATIONS: readonly Operation[] = [
  get('/api/health', 'Whether the process runs'),
  get('/api/ready', 'Whether the database answers'),
  get('/api/openapi.json', 'This document'),
  get('/api/methods', 'Methods of diameter and height with their readings'),
  post('/api/compute/diameter', 'Compute a diameter', ComputeDto),
  post('/api/compute/height', 'Compute a height', ComputeDto),
  post('/api/compute/board-feet', 'Board feet of a standing tree by dbh, logs and form class', StandingBoardFeetDto),
  get('/api/surveys', 'Surveys with their progress'),
  post('/api/surveys', 'Create a survey', NewSurveyDto),
  get('/api/surveys/{id}', 'A survey'),
  post('/api/surveys/{id}/plots', 'Create many plots, all or none', NewPlotsDto),
  post('/api/surveys/{id}/auxiliary', 'Set the auxiliary values of plots, all or none', AuxiliaryValuesDto),
  post('/api/surveys/{id}/settings', 'Change name, crew, day, scale and design', SurveySettingsDto),
  post('/api/surveys/{id}/codes', 'Change species and condition codes', CodesDto),
  get('/api/surveys/{id}/rules', 'Changes of the field rules'),
  post('/api/surveys/{id}/rules', 'Change the field rules', RulesChangeDto),
  post('/api/surveys/{id}/rules/preview', 'Trees that other field rules would change', RulesPreviewDto),
  get('/api/surveys/{id}/wood', 'Volume settings, the newest first'),
  post('/api/surveys/{id}/wood', 'Change the volume settings', WoodSettingsDto),
  get('/api/surveys/{id}/checks', 'Review list'),
  post('/api/surveys/{id}/checks', 'Decide on a point of the review list', CheckDecisionDto),
  get('/api/surveys/{id}/summary', 'Results of a survey'),
  get('/api/surveys/{id}/stems', 'Stems of a survey for bucking'),
  get('/api/surveys/{id}/tables', 'Tables of the report'),
  get('/api/surveys/{id}/trees', 'Trees of a survey, in pages'),
  get('/api/surveys/{id}/trees.csv', 'Trees of a survey', 'text/csv'),
  get('/api/surveys/{id}/stems.csv', 'Stems of a survey', 'text/csv'),
  get('/api/surveys/{id}/readings.csv', 'Readings of a survey', 'text/csv'),
  get('/api/surveys/{id}/plots.geojson', 'Plots of a survey', 'application/geo+json'),
  get('/api/surveys/{id}/trees.geojson', 'Trees of a survey', 'application/geo+json'),
  get('/api/surveys/{id}/waypoints.gpx', 'Plots and trees of a survey as waypoints', 'application/gpx+xml'),
  {
    method: 'post',
    path: '/api/surveys/{id}/import',
    summary: 'Import trees from a file, all or none; without an id in the query a preview',
    query: ImportOptionsDto,
    file: 'text/csv',
  },
  get('/api/surveys/{id}/imports', 'Imports of a survey, the newest first'),
  post('/api/imports/{id}/undo', 'Undo an import', ActDto),
  get('/api/plots', 'Plots of a survey'),
  post('/api/plots', 'Create a plot', NewPlotDto),
  get('/api/plots/{id}', 'A plot'),
  get('/api/plots/{id}/corrections', 'Corrections of a plot'),
  post('/api/plots/{id}/corrections', 'Correct a plot', PlotCorrectionDto),
  get('/api/plots/{id}/photos', 'Photos of a plot'),
  {
    method: 'post',
    path: '/api/plots/{id}/photos',
    summary: 'Add a photo to a plot',
    query: NewPhotoDto,
    file: 'image/*',
  },
  get('/api/notebook/{id}/photos', 'Photos of a notebook tree'),
  {
    method: 'post',
    path: '/api/notebook/{id}/photos',
    summary: 'Add a photo to a plot',
    query: NewPhotoDto,
    file: 'image/*',
  },
  get('/api/photos/{id}', 'A photo', 'image/jpeg'),
  { method: 'delete', path: '/api/photos/{id}', summary: 'Delete a photo', body: ActDto },
  post('/api/photos/{id}/undo', 'Restore a deleted photo', ActDto),
  get('/api/tally', 'A plot with its trees and sums'),
  post('/api/tally', 'Create a tree from a call-out line', CalloutDto),
  get('/api/notebook', 'Trees without a survey, the latest first'),
  post('/api/notebook', 'Keep a tree without a survey, or a new version of it', NotebookTreeDto),
  get('/api/notebook.csv', 'Trees without a survey', 'text/csv'),
  get('/api/notebook/{id}', 'A tree of the notebook'),
  { method: 'delete', path: '/api/notebook/{id}', summary: 'Delete a tree of the notebook', body: ActDto },
  post('/api/notebook/{id}/undo', 'Undo the last change of a tree of the notebook', ActDto),
  post('/api/notebook/{id}/move', 'Put a tree of the notebook onto a plot', NotebookMoveDto),
  get('/api/trees', 'Trees of a plot'),
  post('/api/trees', 'Create a tree', NewTreeDto),
  get('/api/trees/{id}', 'A tree with its results'),
  { method: 'delete', path: '/api/trees/{id}', summary: 'Delete a tree', body: TreeDeletionDto },
  get('/api/trees/{id}/corrections', 'Corrections of a tree'),
  post('/api/trees/{id}/corrections', 'Correct a tree', TreeCorrectionDto),
  get('/api/readings', 'Every reading of a tree'),
  post('/api/readings', 'Add readings to a tree', NewReadingsDto),
  post('/api/corrections/{id}/undo', 'Undo a correction', ActDto),
  post('/api/sync', 'Send what was entered on a device, in its order', SyncDto),
  get('/api/surveys/{id}/changes', 'Plots of a survey that were changed since a cursor, with their trees'),
  get('/api/surveys/{id}/live', 'Plots of a survey as they are written to, and crews at work', 'text/event-stream'),
  get('/api/surveys/{id}/conflicts', 'Changes of a survey that wait for a person'),
  post('/api/conflicts/{id}/decision', 'Decide which of two versions is kept', ConflictDecisionDto),
  get('/api/instruments', 'Instruments of a crew'),
  post('/api/instruments', 'Add an instrument', InstrumentDto),
  { method: 'delete', path: '/api/instruments/{id}', summary: 'Retire an instrument', body: ActDto },
  post('/api/instruments/{id}/checks', 'Add a check of an instrument', InstrumentCheckDto),
  get('/api/body-marks', 'Body marks of the observers'),
  post('/api/body-marks', 'Set a body mark', BodyMarkDto),
  get('/api/people', 'Eye height and pace of the people who measure'),
  post('/api/people', 'Set eye height and pace of a person', PersonDto),
];

import { useState } from 'react';
import { parseTreeForm } from '@arbolito/core/callout';
import { assembleTree } from '@arbolito/core/tree';
import { deviceStorage } from '../../../client/device/device-storage.ts';
import { deviceId, newId, now } from '../../../client/identity.ts';
import { send } from '../../../client/device/outbox.ts';
import { blockingErrors, stampOf } from '../../../client/tree-writes.ts';
import { toTreeWrite } from '../../../contracts/tree-write.ts';
import type { NotebookTreeDto, NotebookView } from '../../../contracts/notebook.ts';
import { Alert } from '../../../ui/feedback/Alert.tsx';
import { Dialog } from '../../../ui/feedback/Dialog.tsx';
import { toast } from '../../../ui/feedback/toast.ts';
import { TextField } from '../../../ui/forms/Field.tsx';
import { t } from '../../../messages/text.ts';
import type { SheetView } from '../store.ts';

interface NotebookDialogProps {
  readonly view: SheetView;
  /** The tree of the notebook that is being looked at; null for a new one. */
  readonly entry: NotebookView | null;
  readonly isOpen: boolean;
  readonly onClose: () => void;
  /** Told when the tree is saved on this device: the sheet may turn to the next one. */
  readonly onSaved: () => void;
}

const OBSERVER = 'arbolito.observer';

const LONGEST = { name: 60, place: 80, note: 500, observer: 60 } as const;
type Field = keyof typeof LONGEST;

/** A tree of the sheet as a write of the notebook. */
function writeOf(
  { draft, settings, unitSystem }: SheetView,
  entry: NotebookView | null,
  texts: Readonly<Record<Field, string>>,
  stringKept: boolean,
) {
  const observer = texts.observer.trim();
  const kept = entry === null ? undefined : assembleTree({ ...entry, tag: '' });
  const typed = parseTreeForm(draft, { ...settings, stamp: stampOf(observer), kept });
  const { tree } = typed;
  const by = { observationId: newId(), observedAt: now(), observer, device: deviceId() };
  const { readings, stems, stemId, taping, heights, notes } = toTreeWrite({ ...tree, plotId: '' }, by);
  const line = (text: string): string => text.trim().replace(/\s+/g, ' ');
  const body: NotebookTreeDto = {
    id: newId(),
    treeId: tree.id,
    stemId,
    observer,
    device: by.device,
    madeAt: by.observedAt,
    name: line(texts.name),
    ...(line(texts.place) === '' ? {} : { place: line(texts.place) }),
    ...(line(texts.note) === '' ? {} : { note: line(texts.note) }),
    stringKept,
    unitSystem,
    ...(tree.speciesCode === '' ? {} : { speciesCode: tree.speciesCode }),
    readings,
    ...(stems === undefined ? {} : { stems }),
    ...(taping === undefined ? {} : { taping }),
    ...(heights === undefined ? {} : { heights }),
    ...(notes === undefined ? {} : { notes }),
  };
  // A name is enough; a reading that was begun has to be a reading.
  const problems = blockingErrors(typed, settings)
    .filter(({ measure, reading }) => reading !== null && measure !== 'species' && measure !== 'tag')
    .map(({ message }) => message);
  return { body, problems };
}

/** Asks for a name and keeps the tree of the sheet in the notebook. */
export function NotebookDialog({ view, entry, isOpen, onClose, onSaved }: NotebookDialogProps) {
  const [texts, setTexts] = useState<Readonly<Record<Field, string>>>({
    name: entry?.name ?? '',
    place: entry?.place ?? '',
    note: entry?.note ?? '',
    observer: entry?.observer ?? deviceStorage.get(OBSERVER) ?? '',
  });
  const [stringKept, setStringKept] = useState(entry?.stringKept ?? false);
  const [problems, setProblems] = useState<readonly string[]>([]);
  const [isTried, setTried] = useState(false);
  const missing = (field: Field): string | null =>
    isTried && (field === 'name' || field === 'observer') && texts[field].trim() === ''
      ? t('tree-sheet.enter-this', 'Enter this.')
      : null;
  const save = (): void => {
    setTried(true);
    if (texts.name.trim() === '' || texts.observer.trim() === '') return;
    const { body, problems: found } = writeOf(view, entry, texts, stringKept);
    setProblems(found);
    if (found.length > 0) return;
    deviceStorage.put(OBSERVER, body.observer);
    void send({ id: body.id, method: 'POST', url: '/api/notebook', body }, (fate) => {
      toast(
        fate.kind === 'refused'
          ? fate.problem.detail
          : t('tree-sheet.saved-in-the-notebook', '{name}: saved in the notebook.', { name: body.name }),
      );
    });
    onSaved();
  };
  const field = (key: Field, label: string, hint?: string) => (
    <TextField
      label={label}
      hint={hint}
      error={missing(key)}
      value={texts[key]}
      maxLength={LONGEST[key]}
      onChange={(event) => {
        setTexts({ ...texts, [key]: event.target.value });
      }}
    />
  );
  return (
    <Dialog label={t('tree-sheet.save-in-the-notebook', 'Save in the notebook')} isOpen={isOpen} onClose={onClose}>
      <form
        noValidate
        className="grid gap-3"
        onSubmit={(event) => {
          event.preventDefault();
          save();
        }}
      >
        <p className="text-lg font-bold">{t('tree-sheet.save-in-the-notebook', 'Save in the notebook')}</p>
        {field('name', t('tree-sheet.name-of-the-tree', 'Name of the tree'))}
        {field('place', t('tree-sheet.place', 'Place'))}
        {field('note', t('tree-sheet.note', 'Note'))}
        {field('observer', t('tree-sheet.measured-by', 'Measured by'))}
        <label className="flex min-h-11 items-center gap-2">
          <input
            type="checkbox"
            checked={stringKept}
            onChange={(event) => {
              setStringKept(event.target.checked);
            }}
          />
          {t('tree-sheet.string-kept', 'String kept: measure its length later')}
        </label>
        {problems.map((problem) => (
          <Alert key={problem}>{problem}</Alert>
        ))}
        <p className="flex gap-2">
          <button type="submit" className="btn btn-main">
            {t('tree-sheet.save', 'Save')}
          </button>
          <button type="button" className="btn" onClick={onClose}>
            {t('tree-sheet.cancel', 'Cancel')}
          </button>
        </p>
      </form>
    </Dialog>
  );
}

import { useEffect, useState } from 'react';
import { Camera } from 'lucide-react';
import { useStore } from '@nanostores/react';
import { call, errorText } from '../../client/api.ts';
import { deviceId, newId, now } from '../../client/identity.ts';
import { PHOTOS_PER_PLOT, type PhotoView } from '../../contracts/photo-view.ts';
import { Alert } from '../../ui/feedback/Alert.tsx';
import { useAction } from '../../ui/feedback/use-action.ts';
import { outbox, send, type WaitingWrite, type WriteResult } from '../../client/device/outbox.ts';
import { WaitingPhotos } from './WaitingPhotos.tsx';
import { smallerPhoto } from './smaller-photo.ts';
import { t } from '../../messages/text.ts';
import { day } from '../../messages/figures.ts';

interface PhotosProps {
  /** Where they are kept: of a plot, or of a tree of the notebook. */
  readonly address: string;
  /** What a photo without a caption shows. */
  readonly caption: string;
  readonly observer: string;
}

const isOf =
  (address: string) =>
  ({ url, body }: WaitingWrite): boolean =>
    body instanceof Blob && url.startsWith(`${address}?`);

/** Photos of a plot or a tree, taken or chosen here. */
export default function Photos({ address, caption, observer }: PhotosProps) {
  const [photos, setPhotos] = useState<readonly PhotoView[] | null>(null);
  const [words, setWords] = useState('');
  const { said, trouble, isBusy, run } = useAction();
  const [taken, setTaken] = useState<PhotoView | null>(null);
  const [refusal, setRefusal] = useState<string | null>(null);
  const waiting = useStore(outbox).filter(isOf(address));
  const [loadTrouble, setLoadTrouble] = useState<string | null>(null);
  useEffect(() => {
    call<PhotoView[]>('GET', address).then(setPhotos, (error: unknown) => {
      setLoadTrouble(errorText(error));
    });
  }, [address]);

  const onFate = (fate: WriteResult): void => {
    if (fate.kind === 'kept') setPhotos((before) => [...(before ?? []), fate.answer as PhotoView]);
    else setRefusal(fate.problem.detail);
  };
  const add = (file: File): Promise<void> =>
    run(async (say) => {
      say(t('shared.reducing-the-photo', 'Reducing the photo…'));
      const photo = await smallerPhoto(file);
      const query = new URLSearchParams({
        id: newId(),
        observer,
        device: deviceId(),
        takenAt: now(),
        words: words.trim() === '' ? caption : words.trim(),
      });
      const id = query.get('id') ?? '';
      await send({ id, method: 'POST', url: `${address}?${query.toString()}`, body: photo }, onFate);
      setWords('');
      setTaken(null);
      return t('shared.photo-stored', 'Stored on this device.');
    });
  const act = () => ({ id: newId(), observer, device: deviceId(), madeAt: now() });
  const remove = (photo: PhotoView): Promise<void> =>
    run(async () => {
      await call('DELETE', `/api/photos/${photo.id}`, act());
      setPhotos((photos ?? []).filter(({ id }) => id !== photo.id));
      setTaken(photo);
      return t('shared.photo-removed', 'Photo removed.');
    });
  const putBack = (photo: PhotoView): Promise<void> =>
    run(async () => {
      const back = await call<PhotoView>('POST', `/api/photos/${photo.id}/undo`, act());
      setPhotos([...(photos ?? []), back]);
      setTaken(null);
      return t('shared.photo-restored', 'Photo restored.');
    });
  return (
    <div className="grid gap-3 py-2">
      {photos?.length === 0 && waiting.length === 0 && (
        <p className="text-quiet">{t('shared.no-photos-yet', 'No photos yet.')}</p>
      )}
      <ul className="grid gap-3">
        {(photos ?? []).map((photo) => (
          <li key={photo.id} className="grid gap-1">
            <a href={`/api/photos/${photo.id}`}>
              <img src={`/api/photos/${photo.id}`} alt={photo.words} loading="lazy" className="w-full rounded-md" />
            </a>
            <p className="flex flex-wrap items-center justify-between gap-2">
              <span>
                {photo.words} <span className="text-quiet">· {day(photo.takenAt)}</span>
              </span>
              <button
                type="button"
                className="btn"
                onClick={() => {
                  void remove(photo);
                }}
              >
                {t('shared.remove-photo', 'Remove photo')}
              </button>
            </p>
          </li>
        ))}
      </ul>
      <WaitingPhotos photos={waiting} />
      {(photos?.length ?? 0) + waiting.length < PHOTOS_PER_PLOT && (
        <>
          <label className="grid gap-0.5">
            {t('shared.caption-of-the-next-photo', 'Caption of the next photo')}
            <input
              className="field"
              maxLength={120}
              placeholder={t('shared.for-example-from-the-centre', 'for example: from the centre to the north')}
              value={words}
              onChange={(event) => {
                setWords(event.target.value);
              }}
            />
          </label>
          <label className={`btn focus-within:outline-2 ${isBusy ? 'opacity-60' : ''}`}>
            <Camera aria-hidden="true" size={20} /> {t('shared.take-or-choose-a-photo', 'Take or choose a photo')}
            <input
              type="file"
              className="sr-only"
              accept="image/*"
              capture="environment"
              disabled={isBusy}
              onChange={(event) => {
                const file = event.target.files?.[0];
                event.target.value = '';
                if (file !== undefined) void add(file);
              }}
            />
          </label>
        </>
      )}
      {(trouble ?? refusal ?? loadTrouble) !== null && <Alert>{trouble ?? refusal ?? loadTrouble}</Alert>}
      <p role="status" className="flex flex-wrap items-center gap-2">
        {said}
        {taken !== null && (
          <button
            type="button"
            className="btn"
            onClick={() => {
              void putBack(taken);
            }}
          >
            {t('tally.undo-remove', 'Undo remove')}
          </button>
        )}
      </p>
    </div>
  );
}

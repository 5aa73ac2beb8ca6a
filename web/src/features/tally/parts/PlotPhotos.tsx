import { useEffect, useState } from 'react';
import { Camera } from 'lucide-react';
import { call, callUntilAnswered } from '../../../client/api.ts';
import { deviceId, newId, now } from '../../../client/identity.ts';
import { PHOTOS_PER_PLOT, type PhotoView } from '../../../contracts/photo.ts';
import { smallerPhoto } from './smaller-photo.ts';

interface PlotPhotosProps {
  readonly plotId: string;
  readonly label: string;
  readonly observer: string;
}

/** What a plot looks like: its photos, taken or chosen here. */
export default function PlotPhotos({ plotId, label, observer }: PlotPhotosProps) {
  const [photos, setPhotos] = useState<readonly PhotoView[] | null>(null);
  const [words, setWords] = useState('');
  const [said, setSaid] = useState<string | null>(null);
  const [sending, setSending] = useState(false);
  const [taken, setTaken] = useState<PhotoView | null>(null);
  const address = `/api/plots/${plotId}/photos`;
  useEffect(() => {
    call<PhotoView[]>('GET', address).then(setPhotos, (error: unknown) => {
      setSaid(error instanceof Error ? error.message : 'The photos cannot be shown.');
    });
  }, [address]);

  const add = async (file: File): Promise<void> => {
    setSending(true);
    setSaid('Making it smaller …');
    try {
      const photo = await smallerPhoto(file);
      const query = new URLSearchParams({
        id: newId(),
        observer,
        device: deviceId(),
        takenAt: now(),
        words: words.trim() === '' ? `Plot ${label}` : words.trim(),
      });
      setSaid('Sending …');
      const kept = await callUntilAnswered<PhotoView>(`${address}?${query.toString()}`, photo, setSaid);
      setPhotos((before) => [...(before ?? []), kept]);
      setWords('');
      setTaken(null);
      setSaid('Kept.');
    } catch (error) {
      setSaid(error instanceof Error ? error.message : 'The photo could not be kept.');
    }
    setSending(false);
  };
  const act = () => ({ id: newId(), observer, device: deviceId(), madeAt: now() });
  const remove = async (photo: PhotoView): Promise<void> => {
    try {
      await call('DELETE', `/api/photos/${photo.id}`, act());
      setPhotos((photos ?? []).filter(({ id }) => id !== photo.id));
      setTaken(photo);
      setSaid('Taken off.');
    } catch (error) {
      setSaid(error instanceof Error ? error.message : 'It could not be taken off.');
    }
  };
  const putBack = async (photo: PhotoView): Promise<void> => {
    try {
      const back = await call<PhotoView>('POST', `/api/photos/${photo.id}/undo`, act());
      setPhotos([...(photos ?? []), back]);
      setTaken(null);
      setSaid('It is back.');
    } catch (error) {
      setSaid(error instanceof Error ? error.message : 'It could not be put back.');
    }
  };
  return (
    <div className="grid gap-3 py-2">
      {photos?.length === 0 && <p className="text-quiet">No photo yet.</p>}
      <ul className="grid gap-3">
        {(photos ?? []).map((photo) => (
          <li key={photo.id} className="grid gap-1">
            <a href={`/api/photos/${photo.id}`}>
              <img src={`/api/photos/${photo.id}`} alt={photo.words} loading="lazy" className="w-full rounded-md" />
            </a>
            <p className="flex flex-wrap items-center justify-between gap-2">
              <span>
                {photo.words} <span className="text-quiet">· {photo.takenAt.slice(0, 10)}</span>
              </span>
              <button
                type="button"
                className="btn"
                onClick={() => {
                  void remove(photo);
                }}
              >
                Take off
              </button>
            </p>
          </li>
        ))}
      </ul>
      {(photos?.length ?? 0) < PHOTOS_PER_PLOT && (
        <>
          <label className="grid gap-0.5">
            What the next one shows
            <input
              className="field"
              maxLength={120}
              placeholder="from the middle to the north"
              value={words}
              onChange={(event) => {
                setWords(event.target.value);
              }}
            />
          </label>
          <label className={`btn focus-within:outline-2 ${sending ? 'opacity-60' : ''}`}>
            <Camera aria-hidden="true" size={20} /> Take or choose a photo
            <input
              type="file"
              className="sr-only"
              accept="image/*"
              capture="environment"
              disabled={sending}
              onChange={(event) => {
                const file = event.target.files?.[0];
                event.target.value = '';
                if (file !== undefined) void add(file);
              }}
            />
          </label>
        </>
      )}
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
            Put it back
          </button>
        )}
      </p>
    </div>
  );
}

import { useState } from 'react';
import { LocateFixed } from 'lucide-react';
import type { Text } from '@arbolito/core/message';
import { printRounded } from '@arbolito/core/units';
import { FieldError } from '../../../ui/forms/FieldError.tsx';
import { say, t } from '../../../messages/text.ts';
import { PlacePicker } from './PlacePicker.tsx';
import type { SheetProps } from '../sheet/sheet-props.ts';

/** How long the receiver may take, ms. */
const WAIT_MS = 20_000;
/** Decimals of a degree that are kept: a hundredth of a metre. */
const DECIMALS = 7;

const rounded = (degrees: number): number => Number(degrees.toFixed(DECIMALS));

const PAIR = /^\s*(-?\d+(?:[.,]\d+)?)(?:\s*[,;/]\s*|\s+)(-?\d+(?:[.,]\d+)?)\s*$/;

/** Reads a latitude and a longitude, with decimal points or commas; null where the text is none. */
export function readPosition(text: string): { readonly latitude: number; readonly longitude: number } | null {
  const [, north, east] = PAIR.exec(text.replaceAll('−', '-'))?.map((part) => part.replace(',', '.')) ?? [];
  const [latitude, longitude] = [Number(north), Number(east)];
  return north !== undefined && Math.abs(latitude) <= 90 && Math.abs(longitude) <= 180 ? { latitude, longitude } : null;
}

const REASONS: Readonly<Record<number, () => string>> = {
  1: () => t('tree-sheet.position-forbidden', 'This browser may not use the position of the device. Type it.'),
  2: () => t('tree-sheet.position-unknown', 'The device does not know its position. Type it.'),
  3: () => t('tree-sheet.position-slow', 'The device found no position in time. Try again under open sky, or type it.'),
};

/** Where the tree stands: typed as latitude and longitude, taken from the device, or picked on a map. */
export function TreePlaceFields({ view, store, onTouched, plotId }: SheetProps) {
  const [isMap, setMap] = useState(false);
  const { place } = view.draft.notes ?? {};
  const known = place === undefined ? '' : `${String(place.latitude)}, ${String(place.longitude)}`;
  const [typed, setTyped] = useState<string | null>(null);
  const [problem, setProblem] = useState<Text | null>(null);
  const [isWaiting, setWaiting] = useState(false);
  const take = (text: string): void => {
    setTyped(text);
    onTouched();
    const read = readPosition(text);
    if (text.trim() === '' || read !== null) {
      setProblem(null);
      store.setNotes({ place: read ?? undefined });
    } else
      setProblem(t('tree-sheet.position-is', 'Enter latitude and longitude in degrees, such as 41.50012, -30.25001.'));
  };
  const locate = (): void => {
    setWaiting(true);
    setProblem(null);
    navigator.geolocation.getCurrentPosition(
      ({ coords: { latitude, longitude, accuracy } }) => {
        setWaiting(false);
        setTyped(null);
        onTouched();
        store.setNotes({
          place: {
            latitude: rounded(latitude),
            longitude: rounded(longitude),
            accuracyM: Math.round(accuracy * 10) / 10,
          },
        });
      },
      ({ code }) => {
        setWaiting(false);
        setProblem(REASONS[code]?.() ?? null);
      },
      { enableHighAccuracy: true, timeout: WAIT_MS, maximumAge: 0 },
    );
  };
  return (
    <fieldset className="grid gap-2">
      <legend className="font-bold">{t('tree-sheet.position', 'Position')}</legend>
      <label>
        <span className="text-quiet">{t('tree-sheet.latitude-longitude', 'latitude, longitude in degrees')}</span>
        <input
          className="field figures"
          autoComplete="off"
          value={typed ?? known}
          aria-invalid={problem !== null}
          aria-describedby={problem === null ? undefined : 'place-problem'}
          onChange={(event) => {
            take(event.target.value);
          }}
        />
      </label>
      {place?.accuracyM !== undefined && <p className="text-quiet">± {printRounded(place.accuracyM, 0)} m</p>}
      {problem !== null && <FieldError id="place-problem">{say(problem)}</FieldError>}
      <p className="flex flex-wrap gap-2">
        <button type="button" className="btn" disabled={isWaiting} onClick={locate}>
          <LocateFixed aria-hidden="true" size={18} />{' '}
          {isWaiting
            ? t('tree-sheet.waiting-for-position', 'Waiting for the position…')
            : t('tree-sheet.position-of-device', 'Take the position of this device')}
        </button>
        {plotId !== null && (
          <button
            type="button"
            className="btn"
            aria-expanded={isMap}
            onClick={() => {
              setMap(!isMap);
            }}
          >
            {t('tree-sheet.pick-on-map', 'Pick on the map')}
          </button>
        )}
      </p>
      {isMap && plotId !== null && (
        <PlacePicker
          plotId={plotId}
          chosen={place ?? null}
          system={view.unitSystem}
          onChoose={({ latitude, longitude }) => {
            setTyped(null);
            setProblem(null);
            onTouched();
            store.setNotes({ place: { latitude: rounded(latitude), longitude: rounded(longitude) } });
          }}
        />
      )}
    </fieldset>
  );
}

import { useStore } from '@nanostores/react';
import { useEffect, useState } from 'react';
import { discard, type WaitingWrite } from '../../client/device/outbox.ts';
import { photoOnItsWay } from '../../client/device/send-batch.ts';
import { enteredIn } from '../../client/device/write-words.ts';
import { t } from '../../messages/text.ts';

/** The address of a photo on this device, as long as it is shown. */
function useAddressOf(photo: Blob): string | null {
  const [address, setAddress] = useState<string | null>(null);
  useEffect(() => {
    const made = URL.createObjectURL(photo);
    setAddress(made);
    return () => {
      URL.revokeObjectURL(made);
    };
  }, [photo]);
  return address;
}

function WaitingPhoto({ write }: { readonly write: WaitingWrite }) {
  const address = useAddressOf(write.body as Blob);
  const onItsWay = useStore(photoOnItsWay);
  const words = enteredIn(write);
  return (
    <li className="grid gap-1">
      {address !== null && <img src={address} alt={words} className="w-full rounded-md" />}
      <p className="flex flex-wrap items-center justify-between gap-2">
        <span>{words}</span>
        {onItsWay?.id === write.id ? (
          <progress
            className="h-4 w-32 accent-sky"
            aria-label={t('shared.sending-photo', 'Sending the photo')}
            value={onItsWay.share}
            max={1}
          />
        ) : (
          <>
            <span className="text-quiet">{t('shared.photo-not-sent', 'On this device, not sent')}</span>
            <button
              type="button"
              className="btn"
              onClick={() => {
                if (window.confirm(t('shared.delete-unsent-photo', 'Delete this photo? It has not been sent.')))
                  void discard(write.id);
              }}
            >
              {t('shared.remove-photo', 'Remove photo')}
            </button>
          </>
        )}
      </p>
    </li>
  );
}

/** Photos that are on this device only. */
export const WaitingPhotos = ({ photos }: { readonly photos: readonly WaitingWrite[] }) => (
  <ul className="grid gap-3">
    {photos.map((write) => (
      <WaitingPhoto key={write.id} write={write} />
    ))}
  </ul>
);

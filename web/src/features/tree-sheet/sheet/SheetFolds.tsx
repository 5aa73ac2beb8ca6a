import { Disclosure } from '../../../ui/feedback/Disclosure.tsx';
import { onDemand } from '../../../ui/feedback/on-demand.tsx';
import { t } from '../../../messages/text.ts';
import { ErrorTable, MethodSelect } from '../readings/MethodChoice.tsx';
import { PersonChoice } from '../readings/PersonChoice.tsx';
import type { SheetProps } from './sheet-props.ts';

// What is folded is fetched together, when the first of it is opened: the sheet itself stays light.
const inside = () => import('./fold-insides.ts');
const Stems = onDemand(async () => ({ default: (await inside()).Stems }));
const Heights = onDemand(async () => ({ default: (await inside()).Heights }));
const HeightCheckFields = onDemand(async () => ({ default: (await inside()).HeightCheckFields }));
const LogsAndUppers = onDemand(async () => ({ default: (await inside()).LogsAndUppers }));
const HeightLinks = onDemand(async () => ({ default: (await inside()).HeightLinks }));
const TapingButtons = onDemand(async () => ({ default: (await inside()).TapingButtons }));
const TapingFolds = onDemand(async () => ({ default: (await inside()).TapingFolds }));
const Photos = onDemand(() => import('../../../shared/photos/Photos.tsx'));
const SheetWorkings = onDemand(async () => ({
  default: (await import('../workings/SheetWorkings.tsx')).SheetWorkings,
}));

/**
 * What stands behind the result and what may be added to the tree, each folded to its title until it is wanted.
 *
 * @param isPhone the calculation is closed, and the point of the first stem has no drawing to stand on
 */
export function SheetFolds({ isPhone = false, ...props }: SheetProps & { readonly isPhone?: boolean }) {
  const { view, store, photosOf } = props;
  const { moreStems, moreHeights } = view.draft;
  const hasResult = view.height !== null || view.dbh !== null;
  return (
    <div>
      <PersonChoice {...props} />
      {hasResult && (
        <Disclosure title={t('tree-sheet.fold.calculation', 'Calculation')} isOpenByItself={!isPhone}>
          {() => <SheetWorkings {...props} />}
        </Disclosure>
      )}
      <Disclosure
        title={t('tree-sheet.fold.stems', 'Stems: {count}', { count: moreStems.length + 1 })}
        isOpenByItself={moreStems.length > 0}
      >
        {() => (
          <div className="pb-3">
            <Stems {...props} withFirst={isPhone} />
          </div>
        )}
      </Disclosure>
      <Disclosure
        title={t('tree-sheet.fold.heights', 'Heights: {count}', { count: moreHeights.length + 1 })}
        isOpenByItself={moreHeights.length > 0}
      >
        {() => (
          <div className="pb-3">
            <Heights {...props} />
            <HeightCheckFields {...props} />
          </div>
        )}
      </Disclosure>
      <Disclosure title={t('tree-sheet.logs-and-uppers', 'Logs, more diameters, position')}>
        {() => (
          <div className="pb-3">
            <LogsAndUppers {...props} />
          </div>
        )}
      </Disclosure>
      {photosOf !== null && (
        <Disclosure title={t('tree-sheet.fold.photos', 'Photos')}>{() => <Photos {...photosOf} />}</Disclosure>
      )}
      <Disclosure title={t('tree-sheet.fold.taping', 'Measuring point and taping')}>
        {() => (
          <div className="grid gap-3 pb-3">
            <TapingButtons onPanel={props.onPanel} view={view} />
            <MethodSelect view={view} store={store} measure="point" />
            <TapingFolds view={view} store={store} />
          </div>
        )}
      </Disclosure>
      <ErrorTable view={view} store={store} />
      <Disclosure title={t('tree-sheet.fold.tools', 'Stand, fall reach and logs')}>
        {() => <HeightLinks view={view} />}
      </Disclosure>
    </div>
  );
}

import type { FormProtocol } from '@arbolito/core/callout';
import type { MethodDescription } from '@arbolito/core/measurement';
import { say, t } from '../../../messages/text.ts';
import { SectionPicture } from '../../../shared/SectionPicture.tsx';
import { Elevation, elevationLayout } from '../../../shared/elevation/Elevation.tsx';
import { sceneOf } from '../../../shared/elevation/scene.ts';
import { methodExample } from '../method-example.ts';

const WIDTH = 320;
const HEIGHT = 300;
const MARGINS = { left: 44, right: 12, top: 14, bottom: 34 };

interface MethodDrawingProps {
  readonly description: MethodDescription;
  readonly settings: FormProtocol & { readonly eyeHeightM: number; readonly breastHeightM: number };
}

/** A method as it is done, on the readings of its example: the elevation of a height, the cross-section of a diameter. */
export function MethodDrawing({ description, settings }: MethodDrawingProps) {
  const label = t('help.drawing-of', 'Drawing: {name}', { name: say(description.name) });
  const { section } = description.picture;
  if (section !== undefined) return <SectionPicture section={section} label={label} />;
  const { form, result } = methodExample(description, settings);
  const scene = sceneOf(form, result, settings, 'layered');
  const layout = elevationLayout(scene, WIDTH, HEIGHT, MARGINS);
  return (
    <div className="card overflow-hidden">
      <Elevation
        scene={scene}
        layout={layout}
        width={WIDTH}
        height={HEIGHT}
        unitSystem="metric"
        now={null}
        heightText={null}
        label={label}
        strip
      />
    </div>
  );
}

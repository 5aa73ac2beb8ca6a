import type { StemProfile } from './profile.ts';
import {
  centroidHeightM,
  centroidM3,
  hossfeldM3,
  huberM3,
  newtonM3,
  presslerM3,
  type Section,
  sectionsConeM3,
  sectionsSmalianM3,
  sectionsSplineM3,
  smalianM3,
} from './sections.ts';
import { message, type Text } from '../message/index.ts';

/** What one way says of a stem, from the few diameters that it asks for. */
export interface VolumeBySections {
  readonly name: Text;
  /** Which diameters it was told, in words. */
  readonly from: Text;
  readonly volumeM3: number;
}

const SHORT_M = 2;

/** Sections of a piece every two metres, its end among them. */
function shortSections({ diameterCm }: StemProfile, fromM: number, toM: number): Section[] {
  const count = Math.max(2, Math.ceil((toM - fromM) / SHORT_M));
  return Array.from({ length: count + 1 }, (_, i) => {
    const heightM = fromM + ((toM - fromM) * i) / count;
    return { heightM, diameterCm: diameterCm(heightM) };
  });
}

/**
 * What every way to measure a felled piece would say of this one: each gets the diameters that it asks for from the
 * profile, whose own volume is the sum that they try to hit.
 *
 * @param fromM butt of the piece, above the ground
 * @param toM its top, above that
 */
export function felledVolumes(profile: StemProfile, fromM: number, toM: number): VolumeBySections[] {
  const lengthM = toM - fromM;
  const d = (share: number): number => profile.diameterCm(fromM + share * lengthM);
  const sections = shortSections(profile, fromM, toM);
  return [
    {
      name: message('taper.smalian', 'Smalian'),
      from: message('taper.butt-and-top', 'butt and top'),
      volumeM3: smalianM3(d(0), d(1), lengthM),
    },
    {
      name: message('taper.huber', 'Huber'),
      from: message('taper.middle', 'middle'),
      volumeM3: huberM3(d(0.5), lengthM),
    },
    {
      name: message('taper.newton', 'Newton'),
      from: message('taper.butt-middle-and-top', 'butt, middle and top'),
      volumeM3: newtonM3(d(0), d(0.5), d(1), lengthM),
    },
    {
      name: message('taper.hossfeld', 'Hossfeld'),
      from: message('taper.one-third-and-top', 'one third, and top'),
      volumeM3: hossfeldM3(d(1 / 3), d(1), lengthM),
    },
    {
      name: message('taper.smalian-in-sections', 'Smalian in sections'),
      from: message('taper.every-2-m', 'every 2 m'),
      volumeM3: sectionsSmalianM3(sections),
    },
    {
      name: message('taper.cone-frusta-in-sections', 'Cone frusta in sections'),
      from: message('taper.every-2-m', 'every 2 m'),
      volumeM3: sectionsConeM3(sections),
    },
    {
      name: message('taper.spline-of-the-cross-section', 'Spline of the cross-section areas'),
      from: message('taper.every-2-m', 'every 2 m'),
      volumeM3: sectionsSplineM3(sections),
    },
  ];
}

/** What every way to measure the whole standing stem would say of this one, from the ground to the tip. */
export function standingVolumes(profile: StemProfile, breastHeightM: number): VolumeBySections[] {
  const { heightM, diameterCm, heightAtM } = profile;
  const dbhCm = diameterCm(breastHeightM);
  return [
    {
      name: message('taper.pressler', 'Pressler'),
      from: message('taper.dbh-and-height-of-half', 'dbh, and height of half the dbh'),
      volumeM3: presslerM3(dbhCm, heightAtM(dbhCm / 2), breastHeightM),
    },
    {
      name: message('taper.hossfeld', 'Hossfeld'),
      from: message('taper.one-third-and-height', 'one third, and height'),
      volumeM3: hossfeldM3(diameterCm(heightM / 3), 0, heightM),
    },
    {
      name: message('taper.centroid', 'Centroid'),
      from: message('taper.centroid-of-the-volume-and', 'centroid of the volume, and height'),
      volumeM3: centroidM3(diameterCm(centroidHeightM(heightM)), heightM),
    },
  ];
}

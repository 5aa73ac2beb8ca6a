import 'reflect-metadata';
import { IsLine, IsMoment } from './decorators.ts';
import { WrittenDto } from './written.ts';

/** What is said of a photo in the address that it is sent to; the photo itself is the body. */
export class NewPhotoDto extends WrittenDto {
  /** What it shows, for those who cannot see it. */
  @IsLine(120)
  words!: string;

  @IsMoment()
  takenAt!: string;
}

import 'reflect-metadata';
import { type PriceList, SPECIES_CODE, type VolumeModel, WOOD_LIMITS } from '@arbolito/core/protocol';
import { volumeModelProblem } from '@arbolito/core/volume';
import { IsOptional, IsUUID, ValidateIf } from 'class-validator';
import { IsListOf, IsPart, IsShaped, IsSound, IsWithin } from './decorators.ts';
import { PriceListDto } from './price-list.ts';
import { ActDto } from './tree.ts';

const { barkRatio, stumpM, topCm } = WOOD_LIMITS;

/** How the wood of one species is worked out. */
export class SpeciesWoodDto {
  @IsShaped(SPECIES_CODE, 'a code of two to five small letters')
  speciesCode!: string;

  /** By the survey's form factor where left out. */
  @IsOptional()
  @IsSound(volumeModelProblem)
  volume?: VolumeModel | undefined;

  @IsWithin(barkRatio.low, barkRatio.high)
  barkRatio!: number;
}

/** How a survey works out its wood from now on. */
export class WoodSettingsDto extends ActDto {
  /** The settings that these take the place of; left out where there are none. */
  @IsOptional()
  @IsUUID(undefined, { message: 'must be the UUID of the settings before' })
  replaces?: string;

  @IsListOf(() => SpeciesWoodDto, {
    words: 'species with speciesCode and barkRatio',
    most: 200,
    unique: { by: ({ speciesCode }) => speciesCode, words: 'speciesCode' },
  })
  species!: SpeciesWoodDto[];

  @IsWithin(stumpM.low, stumpM.high, 'm')
  stumpM!: number;

  @IsWithin(topCm.low, topCm.high, 'cm')
  topCm!: number;

  @ValidateIf((settings: WoodSettingsDto) => settings.prices !== null)
  @IsPart(() => PriceListDto, 'null, or a price list with currency, pricesOf, products and costs')
  prices!: PriceList | null;
}

import 'reflect-metadata';
import { isPriceList } from '@arbolito/core/bucking';
import { type PriceList, SPECIES_CODE, type VolumeModel, WOOD_LIMITS } from '@arbolito/core/protocol';
import { volumeModelProblem } from '@arbolito/core/volume';
import { Type } from 'class-transformer';
import { ArrayMaxSize, ArrayUnique, IsArray, IsOptional, IsUUID, ValidateIf, ValidateNested } from 'class-validator';
import { IsKnown, IsShaped, IsSound, IsWithin } from './decorators.ts';
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

  @IsArray({ message: 'must be a list of species' })
  @ArrayMaxSize(200, { message: 'takes at most 200 species' })
  @ArrayUnique((species: SpeciesWoodDto | null) => species?.speciesCode, { message: 'has one species twice' })
  @ValidateNested({ each: true, message: 'must hold species with speciesCode and barkRatio' })
  @Type(() => SpeciesWoodDto)
  species!: SpeciesWoodDto[];

  @IsWithin(stumpM.low, stumpM.high, 'm')
  stumpM!: number;

  @IsWithin(topCm.low, topCm.high, 'cm')
  topCm!: number;

  @ValidateIf((settings: WoodSettingsDto) => settings.prices !== null)
  @IsKnown(isPriceList, 'null, or a price list with currency, pricesOf (a day such as 2026-06-03), products and costs')
  prices!: PriceList | null;
}

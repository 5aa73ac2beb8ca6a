import 'reflect-metadata';
import {
  BIOMASS_GROUP_IDS,
  type BiomassGroupId,
  FORM_CLASS_RULES,
  type FormClassRule,
  type LogSettings,
  OTHER_DIAMETER_METHODS,
  type OtherDiameterMethod,
  type PriceList,
  PRICE_LIST_LIMITS,
  PRODUCTS_LIMIT,
  type ProductPrice,
  SPECIES_CODE,
  type VolumeModel,
  WOOD_LIMITS,
} from '@arbolito/core/protocol';
import { volumeModelProblem } from '@arbolito/core/volume';
import { IsBoolean, IsOptional, IsUUID, ValidateIf } from 'class-validator';
import { IsLine, IsListOf, IsOmittable, IsOneOf, IsPart, IsShaped, IsSound, IsWithin } from './decorators.ts';
import { PriceListDto } from './price-list.ts';
import { ActDto } from './tree.ts';

const { barkRatio, stumpM, topCm, logLengthM, trimM, formClass, perThousand } = WOOD_LIMITS;

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

  /** Equation of its dry mass above the ground; none where left out. */
  @IsOmittable()
  @IsOneOf(BIOMASS_GROUP_IDS)
  biomassGroup?: BiomassGroupId | undefined;
}

class ProductPriceDto implements ProductPrice {
  @IsLine(PRICE_LIST_LIMITS.name)
  name!: string;

  @IsWithin(perThousand.low, perThousand.high)
  perThousand!: number;
}

/** How logs of standing trees are counted and paid for. */
export class LogSettingsDto implements LogSettings {
  @IsWithin(logLengthM.low, logLengthM.high, 'm')
  logLengthM!: number;

  @IsWithin(trimM.low, trimM.high, 'm')
  trimM!: number;

  @IsOneOf(FORM_CLASS_RULES)
  rule!: FormClassRule;

  @IsWithin(formClass.low, formClass.high, '%')
  formClass!: number;

  @IsOmittable()
  @IsWithin(perThousand.low, perThousand.high)
  perThousand?: number;

  @IsOmittable()
  @IsListOf(() => ProductPriceDto, {
    words: 'prices with name and perThousand',
    most: PRODUCTS_LIMIT,
    unique: { by: ({ name }) => name, words: 'name' },
  })
  products?: ProductPriceDto[];
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

  /** The usual ones where left out. */
  @IsOmittable()
  @IsPart(() => LogSettingsDto, 'logLengthM, trimM, rule and formClass')
  logs?: LogSettings | undefined;

  /** Upper diameters of a tree give its volume. */
  @IsOmittable()
  @IsBoolean({ message: 'must be true or false' })
  upperDiametersCount?: boolean | undefined;

  /** The method whose diameter counts where a stem was measured by several. */
  @IsOmittable()
  @IsOneOf(OTHER_DIAMETER_METHODS)
  diameterMethod?: OtherDiameterMethod | undefined;
}

/** The storage of @Type decorators, which class-transformer ships without types. */
declare module 'class-transformer/cjs/storage.js' {
  import type { TypeMetadata } from 'class-transformer';

  export const defaultMetadataStorage: {
    readonly findTypeMetadata: (target: new () => object, property: string) => TypeMetadata | undefined;
  };
}

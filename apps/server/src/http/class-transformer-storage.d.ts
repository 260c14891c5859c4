declare module 'class-transformer/cjs/storage.js' {
  /** The metadata that @Type leaves on a class; not part of the package's public types. */
  export const defaultMetadataStorage: {
    findTypeMetadata(
      target: object,
      property: string,
    ): { typeFunction?: (help: { newObject: object; object: object; property: string }) => unknown } | undefined
  }
}

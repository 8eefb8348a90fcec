declare module 'class-transformer/cjs/storage.js' {
  /** Which class a nested field is read into, as the decorators of inputs told. */
  export const defaultMetadataStorage: {
    findTypeMetadata(
      target: object,
      property: string,
    ): { typeFunction(options: { object: Record<string, unknown> }): unknown } | undefined;
  };
}

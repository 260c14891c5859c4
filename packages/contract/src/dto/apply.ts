/** Several property decorators as one, applied from the last to the first as if they stood above the property. */
export const applyDecorators =
  (...decorators: PropertyDecorator[]): PropertyDecorator =>
  (target, property) =>
    [...decorators].reverse().forEach((decorate) => decorate(target, property))

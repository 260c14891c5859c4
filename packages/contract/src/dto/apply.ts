/** Several property decorators as one. */
export const applyDecorators =
  (...decorators: PropertyDecorator[]): PropertyDecorator =>
  (target, property) =>
    decorators.forEach((decorate) => decorate(target, property))

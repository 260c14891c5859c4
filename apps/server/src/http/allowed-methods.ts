import type { Request } from 'express'

/** The types of the framework leave `match` out. */
type Layer = Request['app']['router']['stack'][number] & { match(path: string): unknown }

/** Path of a request, with the prefix under which its handler is mounted. */
export const fullPath = ({ baseUrl, path }: Request): string => baseUrl + path

/** Methods that the API accepts at the path of a request. Empty if the path is unknown. */
export function allowedMethods(request: Request): string[] {
  // Express does not export the type of a router layer.
  const methods = (request.app.router.stack as Layer[]).flatMap((layer) =>
    layer.route && layer.match(fullPath(request)) ? layer.route.stack.map(({ method }) => method.toUpperCase()) : [],
  )
  return [...new Set(methods.includes('GET') ? [...methods, 'HEAD'] : methods)].sort()
}

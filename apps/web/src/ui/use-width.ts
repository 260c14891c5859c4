import { useLayoutEffect, useState, type RefObject } from 'react'

/** Width of an element in px, followed as it changes. */
export function useWidth(ref: RefObject<HTMLElement | null>, first = 860): number {
  const [width, setWidth] = useState(first)
  useLayoutEffect(() => {
    const element = ref.current
    if (!element) return
    const measure = () => setWidth(Math.max(320, Math.round(element.clientWidth)))
    measure()
    const observer = new ResizeObserver(measure)
    observer.observe(element)
    return () => observer.disconnect()
  }, [ref])
  return width
}

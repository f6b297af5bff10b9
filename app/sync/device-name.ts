/** What the room is told of the device, so that a move from one to another can be seen. */
export function deviceName(): string {
  const system = /Windows|Mac OS X|Android|Linux|iPhone|iPad/.exec(navigator.userAgent)?.[0] ?? 'a device'
  return `${system}, ${window.innerWidth} × ${window.innerHeight}`
}

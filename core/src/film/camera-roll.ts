/**
 * How far a phone is turned about the axis of its camera, in degrees: 0 when the top of its screen is up, positive when it leans to the right as one looks at the screen.
 *
 * The third row of Z-X'-Y'' (alpha, beta, gamma) is the direction up in the frame of the device; its part in the plane of the screen says how that is turned.
 * Source: W3C Device Orientation and Motion, section on the rotation matrix (intrinsic Tait-Bryan angles Z-X'-Y'').
 *
 * @param beta in degrees, as the browser tells it
 * @param gamma in degrees, as the browser tells it
 * @param screenAngle how far the picture is turned against the device, in degrees: `screen.orientation.angle`, 90 when the device is turned to the left by a quarter (value from memory)
 * @returns from -180 up to 180; null when the phone lies flat, where nothing is level or not
 * @example cameraRoll(90, 0, 0) // 0: upright
 */
export function cameraRoll(beta: number, gamma: number, screenAngle: number): number | null {
  const [b, g] = [(beta * Math.PI) / 180, (gamma * Math.PI) / 180];
  const [x, y] = [-Math.cos(b) * Math.sin(g), Math.sin(b)];
  if (Math.hypot(x, y) < 0.2) return null;
  const roll = (Math.atan2(-x, y) * 180) / Math.PI + screenAngle;
  return ((((roll + 180) % 360) + 360) % 360) - 180;
}

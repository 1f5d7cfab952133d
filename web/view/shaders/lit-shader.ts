/** A key light and a sky, for surfaces with a normal in the world. */
export const litShader = /* glsl */ `
uniform vec3 keyLight;
uniform vec3 keyFrom;
uniform vec3 skyLight;
uniform vec3 groundLight;

/** Diffuse light on a surface (Lambert), and that of a hemisphere that goes over from ground to sky. */
vec3 litAt(vec3 n) {
  return keyLight * max(dot(n, keyFrom), 0.0) + mix(groundLight, skyLight, 0.5 + 0.5 * n.y);
}
`;

/** Names that renderers without a graphics card give themselves. */
const SOFTWARE = /swiftshader|llvmpipe|softpipe|software|basic render/i;

let software: boolean | undefined;

/** Whether this browser draws in 3D without a graphics card; then every drawing costs much more. */
export function drawsInSoftware(): boolean {
  software ??= SOFTWARE.test(rendererName());
  return software;
}

function rendererName(): string {
  const gl = document.createElement('canvas').getContext('webgl2');
  const info = gl?.getExtension('WEBGL_debug_renderer_info');
  const name = info ? String(gl!.getParameter(info.UNMASKED_RENDERER_WEBGL)) : '';
  gl?.getExtension('WEBGL_lose_context')?.loseContext();
  return name;
}

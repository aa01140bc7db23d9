import * as THREE from 'three';
import { describe, expect, it } from 'vitest';
import { HeightOrder } from './heightOrder';

/** Upright triangles of height 2 that begin at the given heights. */
function ladder(bottoms: number[]): THREE.BufferGeometry {
  const geometry = new THREE.BufferGeometry();
  const corners = bottoms.flatMap((z) => [0, 0, z, 1, 0, z, 0, 0, z + 2]);
  geometry.setAttribute('position', new THREE.Float32BufferAttribute(corners, 3));
  geometry.setIndex(bottoms.flatMap((_, t) => [3 * t, 3 * t + 1, 3 * t + 2]));
  return geometry;
}

/** The triangles that would be drawn, by their place in the ladder. */
function drawn(geometry: THREE.BufferGeometry): number[] {
  const triangles = geometry.drawRange.count / 3;
  const index = geometry.getIndex()!.array;
  return Array.from({ length: triangles }, (_, t) => index[3 * t]! / 3).sort((a, b) => a - b);
}

describe('triangles in the order of heights', () => {
  const bottoms = [8, 0, 4, 2, 6];

  it.each([
    [3, [1, 3], [0, 2, 3, 4]],
    [5, [1, 2, 3], [0, 2, 4]],
    [-1, [], [0, 1, 2, 3, 4]],
    [11, [0, 1, 2, 3, 4], []],
  ])('draws at %d only what lies on each side', (height, below, above) => {
    const order = new HeightOrder(ladder(bottoms), new THREE.Matrix4());
    order.cut(height);
    expect(drawn(order.fromBelow)).toEqual(below);
    expect(drawn(order.fromAbove)).toEqual(above);
  });

  it('counts heights as the mesh is placed', () => {
    const turned = new THREE.Matrix4().makeRotationX(Math.PI);
    const order = new HeightOrder(ladder(bottoms), turned);
    order.cut(-5);
    expect(drawn(order.fromBelow)).toEqual([0, 2, 4]);
    expect(drawn(order.fromAbove)).toEqual([1, 2, 3]);
  });

  it('leaves no triangle out', () => {
    const order = new HeightOrder(ladder(bottoms), new THREE.Matrix4().makeScale(1, 1, 0.01));
    const all = [...order.fromBelow.getIndex()!.array].sort((a, b) => a - b);
    expect(all).toEqual([...ladder(bottoms).getIndex()!.array]);
  });
});

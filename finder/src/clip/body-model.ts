import { join } from 'node:path';
import { InferenceSession, Tensor } from 'onnxruntime-node';
import { cropSquare, type Heads, type Picture, type Square } from '@stride-chalk/core';

/** The two models: a quick one for where the body is, a careful one for its joints. */
export type ModelName = 'lightning' | 'thunder';
const SIZES: Readonly<Record<ModelName, number>> = { lightning: 192, thunder: 256 };

/** A model that answers about a square of a picture, or about its mirror. */
export interface BodyModel {
  look(picture: Picture, square: Square, mirrored?: boolean): Promise<Heads>;
}

/** Reads a model from a folder that `build-weights` has filled. One thread: two films at a time are quicker than two threads for one. */
export async function loadBodyModel(folder: string, name: ModelName): Promise<BodyModel> {
  const session = await InferenceSession.create(join(folder, `${name}.onnx`), {
    intraOpNumThreads: 1,
    interOpNumThreads: 1,
    executionMode: 'sequential',
    graphOptimizationLevel: 'all',
  });
  const size = SIZES[name];
  const cells = size / 4;
  const crop = new Float32Array(3 * size * size);
  const answer = async (input: Float32Array): Promise<Heads> => {
    const { heat, centre, regress, offset } = await session.run({ input: new Tensor('float32', input, [1, 3, size, size]) });
    const numbers = (tensor: Tensor | undefined): Float32Array => tensor!.data as Float32Array;
    return { cells, heat: numbers(heat), centre: numbers(centre), regress: numbers(regress), offset: numbers(offset) };
  };
  return {
    look: (picture, square, mirrored = false) => {
      const input = cropSquare(picture, square, size, crop);
      if (mirrored) for (let row = 0; row < input.length; row += size) input.subarray(row, row + size).reverse();
      return answer(input);
    },
  };
}

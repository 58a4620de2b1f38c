import type { Joint } from '@hephaist/contracts';
import { type Catalogue, findTubeStandard } from '@hephaist/core';

/** The size with its standard where it is not plain refrigeration tube. */
export const sizeWords = (joint: Joint): string =>
  joint.tube.standardId === 'acr'
    ? joint.tube.size
    : `${joint.tube.size} ${findTubeStandard(joint.tube.standardId)?.short ?? joint.tube.standardId}`;

/** "copper · brass": tube and socket. */
export const metalWords = (joint: Joint, tables: Catalogue): string =>
  [joint.tube.metalId, joint.socket.metalId].map((id) => tables.metal(id)?.short ?? id).join(' · ');

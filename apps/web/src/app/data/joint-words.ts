import type { Joint } from '@hephaist/contracts/records/joint';
import type { Catalogue } from '@hephaist/core/catalogue/catalogue';
import { findTubeStandard } from '@hephaist/core/tube/tube';

/** The size with its standard where it is not plain refrigeration tube. */
export const sizeWords = (joint: Joint): string =>
  joint.tube.standardId === 'acr'
    ? joint.tube.size
    : `${joint.tube.size} ${findTubeStandard(joint.tube.standardId)?.short ?? joint.tube.standardId}`;

/** "copper · brass": tube and socket. */
export const metalWords = (joint: Joint, tables: Catalogue): string =>
  [joint.tube.metalId, joint.socket.metalId].map((id) => tables.metal(id)?.short ?? id).join(' · ');

import type { Catalogue } from '../../api/types';

export const kitLabel = (catalogue: Catalogue, name: string): string => catalogue.kits.find((kit) => kit.name === name)?.label ?? name;

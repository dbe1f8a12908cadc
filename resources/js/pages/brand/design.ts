import type { Schemas } from '../../api/client';
import type { Manuscript, Run } from '../../manuscript/document';
import { withMember } from '../../manuscript/members';
import { useComposer } from '../../manuscript/store';

export const named = (role: string): string => role.replace('_', ' ');

/** The document of a brand: its frame is a manuscript like any other. */
export interface Design extends Manuscript {
    name: string;
    colours: Record<string, string>;
    dark?: Record<string, string>;
    type: { heading: string; body: string; size?: number; heading_size?: number; line_height?: number; web_font?: { family: string; address: string; use?: 'both' | 'heading' | 'body' } };
    measures: { width?: number; full?: boolean; corner?: number; step?: number };
    logo?: { picture: string; dark_picture?: string; width?: number; link?: string; alternative?: string; plate?: string };
    social?: { name: string; address: string }[];
    legal?: string;
    css?: string;
}

export const useDesign = <T>(pick: (design: Design) => T): T => useComposer((state) => pick(state.document as Design));

/** Changes some of the design in one step of the history. */
export function design(name: string, values: Record<string, unknown>, merge?: string) {
    useComposer.getState().apply(
        name,
        (document) => Object.entries(values).reduce((now, [place, value]) => withMember(now, place, value), document),
        merge ? { merge } : {},
    );
}

export type Analysis = Schemas['BrandAnalysis'];

export const pictureAt = (name: string, width = 640): string => `/pictures/${width}/${name}`;

export const EMPTY: Run[] = [];

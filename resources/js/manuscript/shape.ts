import schema from '../../../schema/template.json';

/** What one member of an object is, read off the published schema: the composer is made from it, so that a new block needs nothing here. */
export interface Part {
    name: string;
    title: string;
    kind: 'inline' | 'link' | 'blocks' | 'objects' | 'condition' | 'list' | 'item' | 'name' | 'choice' | 'number' | 'switch' | 'look' | 'offer' | 'html';
    required: boolean;
    /** Among the few settings that are shown at once. */
    brief: boolean;
    unit?: string;
    /** What stands where nothing is written yet. */
    hint?: string;
    /** Words without looks. */
    bare: boolean;
    /** An address that a picture put in here may give. */
    upload: boolean;
    description?: string;
    options?: (string | number)[];
    /** Which offers of the desk it is chosen from. */
    offers?: string;
    min?: number;
    max?: number;
    /** The parts of the objects in a list of them. */
    within?: Shape;
}

export interface Shape {
    title: string;
    purpose?: Purpose;
    /** It stands where it stands: it is not moved, copied or taken out. */
    fixed?: boolean;
    parts: Part[];
}

export type Purpose = 'say' | 'show' | 'record' | 'ask' | 'arrange';

export const PURPOSES: Record<Purpose, string> = { say: 'Say', show: 'Show', record: 'From the record', ask: 'Ask', arrange: 'Put together' };

interface Schema {
    $ref?: string;
    title?: string;
    description?: string;
    type?: string | string[];
    enum?: (string | number)[];
    minimum?: number;
    maximum?: number;
    minItems?: number;
    maxItems?: number;
    required?: string[];
    properties?: Record<string, Schema>;
    items?: Schema;
    'x-purpose'?: Purpose;
    'x-fixed'?: boolean;
    'x-brief'?: boolean;
    'x-unit'?: string;
    'x-hint'?: string;
    'x-bare'?: boolean;
    'x-upload'?: boolean;
    'x-item'?: boolean;
    'x-offers'?: string;
}

const definitions = schema.$defs as unknown as Record<string, Schema>;
const REFERENCES: Record<string, Part['kind']> = { inline: 'inline', link: 'link', blocks: 'blocks', condition: 'condition', path: 'list', name: 'name', align: 'choice', look: 'look', html: 'html' };

function partOf(name: string, definition: Schema, required: boolean): Part {
    const reference = definition.$ref?.split('/').pop() ?? '';
    const own = { ...definitions[reference], ...definition };
    const kind = definition['x-item'] ? 'item' : definition['x-offers'] ? 'offer' : (REFERENCES[reference] ?? (own.type === 'array' ? 'objects' : own.enum ? 'choice' : own.type === 'boolean' ? 'switch' : 'number'));

    return {
        name,
        title: definition.title ?? name,
        kind,
        required,
        brief: definition['x-brief'] ?? false,
        unit: definition['x-unit'],
        hint: definition['x-hint'],
        bare: definition['x-bare'] ?? false,
        upload: definition['x-upload'] ?? false,
        description: definition.description,
        options: own.enum,
        offers: definition['x-offers'],
        min: kind === 'objects' ? own.minItems : own.minimum,
        max: kind === 'objects' ? own.maxItems : own.maximum,
        within: kind === 'objects' && own.items ? shapeOf(own.items) : undefined,
    };
}

function shapeOf(definition: Schema): Shape {
    return {
        title: definition.title ?? '',
        purpose: definition['x-purpose'],
        fixed: definition['x-fixed'],
        parts: Object.entries(definition.properties ?? {})
            .filter(([name]) => name !== 'id' && name !== 'type')
            .map(([name, part]) => partOf(name, part, definition.required?.includes(name) ?? false)),
    };
}

/** The shapes of all types of blocks. */
export const SHAPES: Record<string, Shape> = Object.fromEntries(
    Object.entries(definitions)
        .filter(([, definition]) => definition['x-purpose'])
        .map(([type, definition]) => [type, shapeOf(definition)]),
);

export const ENVELOPE: Shape = shapeOf(schema.properties.envelope);

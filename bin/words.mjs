#!/usr/bin/env node
// All words of the interface in one file, to be read at once: those of the front end, and what PHP says to people. `node bin/words.mjs > words.txt`
import { execFileSync } from 'node:child_process';
import { readFileSync } from 'node:fs';
import ts from 'typescript';

// Attributes that nobody reads.
const UNREAD = new Set(['className', 'key', 'to', 'type', 'role', 'id', 'name', 'value', 'href', 'sizes', 'fill', 'autoComplete', 'aria-hidden', 'aria-live', 'aria-labelledby', 'aria-describedby', 'dir', 'target', 'rel', 'sandbox', 'style']);
const isSaid = (text) => /\p{L}{2}/u.test(text) && (/\s/.test(text.trim()) || /^\p{Lu}/u.test(text.trim()));
const written = (node) => (ts.isTemplateExpression(node) ? node.head.text + node.templateSpans.map((span) => `…${span.literal.text}`).join('') : node.text);

function ofFile(path) {
    const file = ts.createSourceFile(path, readFileSync(path, 'utf8'), ts.ScriptTarget.Latest, true, path.endsWith('x') ? ts.ScriptKind.TSX : ts.ScriptKind.TS);
    const found = [];
    const note = (node, text) => {
        const words = text.replace(/\s+/g, ' ').trim();
        if (isSaid(words)) {
            found.push([file.getLineAndCharacterOfPosition(node.getStart()).line + 1, words]);
        }
    };
    const visit = (node) => {
        if (ts.isImportDeclaration(node) || ts.isTypeNode(node) || (ts.isJsxAttribute(node) && UNREAD.has(node.name.getText()))) {
            return;
        }
        if (ts.isJsxText(node)) {
            note(node, node.text);
        } else if (ts.isStringLiteralLike(node) || ts.isTemplateExpression(node)) {
            note(node, written(node));
        }
        ts.forEachChild(node, visit);
    };
    visit(file);

    return found;
}

/** What is kept in the repository, or is about to be. */
const files = (...patterns) => execFileSync('git', ['ls-files', '--cached', '--others', '--exclude-standard', '--', ...patterns]).toString().trim().split('\n').sort();

/** PHP knows best what its strings are. */
const ofPhp = (paths) => JSON.parse(execFileSync('php', ['-r', `
    $all = [];
    foreach (json_decode(stream_get_contents(STDIN)) as $path) {
        foreach (PhpToken::tokenize(file_get_contents($path)) as $token) {
            if ($token->is([T_CONSTANT_ENCAPSED_STRING, T_ENCAPSED_AND_WHITESPACE])) {
                $all[$path][] = [$token->line, stripcslashes(trim($token->text, "'\\""))];
            }
        }
    }
    echo json_encode($all, JSON_UNESCAPED_UNICODE | JSON_UNESCAPED_SLASHES | JSON_INVALID_UTF8_SUBSTITUTE);
`], { input: JSON.stringify(paths), maxBuffer: 1 << 28 }).toString());

const print = (path, found) => {
    if (found.length > 0) {
        console.log(`\n${path}\n${found.map(([line, words]) => `${String(line).padStart(5)}  ${words}`).join('\n')}`);
    }
};
const isCode = (text) => /^[\w\\:./-]+$/.test(text) || /[<>\\{}$]|=>|::|\b(select|from|where) \w+/i.test(text);
files('resources/js/*.ts', 'resources/js/*.tsx').filter((path) => !path.includes('generated')).forEach((path) => print(path, ofFile(path)));
Object.entries(ofPhp(files('app/*.php', 'core/*.php', 'lang/*.php'))).forEach(([path, found]) => print(path, found.filter(([, text]) => isSaid(text) && !isCode(text))));

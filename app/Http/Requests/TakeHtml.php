<?php

declare(strict_types=1);

namespace App\Http\Requests;

use Herald\Document\InvalidDocument;
use Herald\Html\HtmlLimits;
use Herald\Record\Path;
use Herald\Record\UnknownPath;
use Herald\Record\Vocabulary;

/** HTML that takes the place of what has been written, with the fields that its placeholders stand for. */
final class TakeHtml extends Asking
{
    public function rules(): array
    {
        return ['document' => ['required', 'array'], 'html' => ['required', 'string', 'max:'.(new HtmlLimits)->bytes], 'fields' => ['present', 'array', 'max:500']];
    }

    /**
     * @return array<string, string> paths, by placeholders as they are written
     *
     * @throws InvalidDocument when one of them is no field here
     */
    public function fields(Vocabulary $vocabulary): array
    {
        $fields = [];
        foreach ($this->sent()->node()->array('fields') as $written => $path) {
            try {
                $field = $vocabulary->field(Path::of(is_string($path) ? $path : ''));
            } catch (UnknownPath|\InvalidArgumentException $e) {
                throw InvalidDocument::because('the HTML', 'fields', "“{$written}”: {$e->getMessage()}");
            }
            $fields[(string) $written] = $field->type->isSingle() ? (string) $path : throw InvalidDocument::because('the HTML', 'fields', "“{$written}”: {$path} is no single value");
        }

        return $fields;
    }
}

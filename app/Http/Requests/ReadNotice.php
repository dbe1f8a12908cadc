<?php

declare(strict_types=1);

namespace App\Http\Requests;

use Herald\Document\Json;

/** A notice of one's own, as a document. */
class ReadNotice extends Asking
{
    protected const BESIDES = ['notice'];

    public function rules(): array
    {
        return [];
    }

    /** @throws \Herald\Document\InvalidDocument when it is no object */
    public function notice(): Json
    {
        return Json::ofArray($this->sent()->node()->array('notice'), 'notice');
    }
}

<?php

declare(strict_types=1);

namespace Herald\Check;

use Herald\Manuscript\Box;

/** Words straight on a picture: whether they can be read rests on the picture, and programs that turn colours round by force turn the words alone. */
final class WordsOverPicture implements Check
{
    public function examine(Examination $template): iterable
    {
        foreach ($template->pieces as $piece) {
            if ($piece->part === 'words_on' && $piece->raw === Box::PICTURE && ($piece->object['picture'] ?? []) !== []) {
                yield Finding::at(
                    $piece,
                    Weight::Advisory,
                    'Its words stand straight on the picture: whether they can be read rests on the picture, and some programs darken words but no pictures.',
                    Mend::set('Put them on a plate', $piece->id, $piece->part, Box::PLATE),
                );
            }
        }
    }
}

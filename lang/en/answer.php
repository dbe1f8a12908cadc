<?php

// The page on which people answer what a message asked.
return [
    'title' => 'Your answer',
    'chosen' => 'You have chosen:',
    'record' => 'Send this answer',
    'change' => 'Change my answer to this',
    'before' => 'Your answer until now:',
    'answered' => 'Your answer:',
    'thanks' => 'Thank you. Your answer has been noted.',
    'may_change' => 'If you change your mind, press another answer in the message.',
    'fixed' => 'Your answer has already been recorded',
    'fixed_answer' => 'Your recorded answer:',
    'fixed_about' => 'It cannot be changed any more.',
    'over' => 'This can be answered no longer',
    'over_about' => 'The link in the message was for a limited time, and that has passed.',
    'nothing' => 'This link does not work',
    'nothing_about' => 'It may have been cut off or changed on its way. Open it once more from the message itself, or reply to the message.',
    'write' => 'You can write to :address.',
    'site' => 'To the pages of :name',
    'tried' => 'This is a try: nothing is recorded.',
];

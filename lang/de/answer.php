<?php

return [
    'title' => 'Ihre Antwort',
    'chosen' => 'Sie haben gewählt:',
    'record' => 'Diese Antwort senden',
    'change' => 'Meine Antwort so ändern',
    'before' => 'Ihre Antwort bisher:',
    'answered' => 'Ihre Antwort:',
    'thanks' => 'Danke. Ihre Antwort ist vermerkt.',
    'may_change' => 'Wenn Sie es sich anders überlegen, drücken Sie in der Nachricht auf eine andere Antwort.',
    'fixed' => 'Ihre Antwort ist bereits gespeichert',
    'fixed_answer' => 'Ihre gespeicherte Antwort:',
    'fixed_about' => 'Sie kann nicht mehr geändert werden.',
    'over' => 'Das kann nicht mehr beantwortet werden',
    'over_about' => 'Der Link in der Nachricht galt für eine begrenzte Zeit, und die ist vorbei.',
    'nothing' => 'Dieser Link funktioniert nicht',
    'nothing_about' => 'Vielleicht wurde er unterwegs abgeschnitten oder verändert. Öffnen Sie ihn noch einmal aus der Nachricht selbst, oder antworten Sie auf die Nachricht.',
    'write' => 'Sie können an :address schreiben.',
    'site' => 'Zu den Seiten von :name',
    'tried' => 'Dies ist ein Versuch: Es wird nichts vermerkt.',
];

<?php

return [
    'title' => 'Votre réponse',
    'chosen' => 'Vous avez choisi :',
    'record' => 'Envoyer cette réponse',
    'change' => 'Remplacer ma réponse par celle-ci',
    'before' => 'Votre réponse jusqu’ici :',
    'answered' => 'Votre réponse :',
    'thanks' => 'Merci. Votre réponse est notée.',
    'may_change' => 'Si vous changez d’avis, appuyez sur une autre réponse dans le message.',
    'fixed' => 'Votre réponse est déjà enregistrée',
    'fixed_answer' => 'Votre réponse enregistrée :',
    'fixed_about' => 'Elle ne peut plus être modifiée.',
    'over' => 'Il n’est plus possible de répondre',
    'over_about' => 'Le lien du message était valable pour un temps limité, qui est écoulé.',
    'nothing' => 'Ce lien ne fonctionne pas',
    'nothing_about' => 'Il a peut-être été coupé ou modifié en route. Ouvrez-le encore une fois depuis le message lui-même, ou répondez au message.',
    'write' => 'Vous pouvez écrire à :address.',
    'site' => 'Vers les pages de :name',
    'tried' => 'Ceci est un essai : rien n’est noté.',
];

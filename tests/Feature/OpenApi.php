<?php

declare(strict_types=1);

namespace Tests\Feature;

use Illuminate\Testing\TestResponse;
use Opis\JsonSchema\Errors\ErrorFormatter;
use Opis\JsonSchema\Validator;
use PHPUnit\Framework\Assert;
use Symfony\Component\Yaml\Yaml;

/** Holds real answers against docs/openapi.yaml, whose schemas are JSON Schema 2020-12 (OpenAPI 3.1). */
final class OpenApi
{
    private const ID = 'https://openapi.velvet-herald.example/';

    /**
     * @return array<string, mixed>
     */
    public static function document(): array
    {
        static $document = null;

        return $document ??= Yaml::parseFile(dirname(__DIR__, 2).'/docs/openapi.yaml');
    }

    public static function check(string $method, string $path, TestResponse $response): void
    {
        $path = strtok($path, '?') ?: '';
        [$template, $operation] = self::operation(strtolower($method), $path);
        $status = (string) $response->getStatusCode();
        $answer = $operation['responses'][$status] ?? $operation['responses']['default'] ?? null;
        Assert::assertNotNull($answer, "{$method} {$template} is not described to answer {$status}: ".$response->getContent());
        if (isset($answer['$ref'])) {
            $answer = self::document()['components']['responses'][basename($answer['$ref'])];
        }
        if (! isset($answer['content'])) {
            Assert::assertSame('', $response->getContent());

            return;
        }
        $type = array_key_first($answer['content']);
        Assert::assertStringStartsWith($type, (string) $response->headers->get('Content-Type'), "{$method} {$path}");
        $result = self::validator()->validate(json_decode((string) $response->getContent()), self::ID.'#/checks/'.md5(strtolower($method).$template.(isset($operation['responses'][$status]) ? $status : 'default')));
        Assert::assertTrue($result->isValid(), "{$method} {$path}: ".json_encode($result->hasError() ? (new ErrorFormatter)->formatFlat($result->error()) : [], JSON_PRETTY_PRINT));
    }

    /**
     * @return array{string, array<string, mixed>}
     */
    private static function operation(string $method, string $path): array
    {
        foreach (self::document()['paths'] as $template => $operations) {
            $pattern = '#^'.preg_replace('/\\\\\{[a-z]+\\\\\}/', '[^/]+', preg_quote($template, '#')).'$#';
            // What belongs to a source is described below its address.
            if (preg_match($pattern, str_starts_with($template, '/api/') ? $path : (string) preg_replace('#^/api/app/sources/[^/]+(?=/)#', '', $path)) === 1 && isset($operations[$method])) {
                return [$template, $operations[$method]];
            }
        }
        Assert::fail("{$method} {$path} is not described in docs/openapi.yaml");
    }

    private static function validator(): Validator
    {
        static $validator = null;
        if ($validator instanceof Validator) {
            return $validator;
        }
        $document = self::document();
        $checks = [];
        foreach ($document['paths'] as $template => $operations) {
            foreach (array_diff_key($operations, ['servers' => 1]) as $method => $operation) {
                foreach ($operation['responses'] as $status => $answer) {
                    $answer = isset($answer['$ref']) ? $document['components']['responses'][basename($answer['$ref'])] : $answer;
                    foreach ($answer['content'] ?? [] as $content) {
                        $checks[md5($method.$template.$status)] = $content['schema'];
                    }
                }
            }
        }
        $schema = json_decode(json_encode(['$schema' => 'https://json-schema.org/draft/2020-12/schema', '$id' => self::ID, 'checks' => $checks, 'components' => ['schemas' => $document['components']['schemas']]], JSON_THROW_ON_ERROR));
        $validator = new Validator;
        $validator->resolver()->registerRaw($schema);

        return $validator;
    }
}

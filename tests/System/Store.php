<?php

declare(strict_types=1);

namespace Tests\System;

/** What a stack keeps its data in, which is empty or a copy of what was kept before. Copies last as long as this process. */
interface Store
{
    /** @return array<string, string> what the application is told of it */
    public function environment(): array;

    public function connect(): \PDO;

    /** Begins with a copy of what was kept by a name. Nobody is connected. */
    public function fill(string $kept): void;

    /** Keeps what is in it by a name. Nobody is connected. */
    public function keep(string $name): void;

    public function remove(): void;
}

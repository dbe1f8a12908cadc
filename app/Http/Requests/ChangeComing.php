<?php

declare(strict_types=1);

namespace App\Http\Requests;

use App\Timing\Clock;
use Carbon\CarbonImmutable;
use Closure;
use Illuminate\Validation\Rule;

/** What a person wants to become of a message that is to come, and why. */
final class ChangeComing extends Asking
{
    use ReadsTimes;

    private const FURTHEST = '+10 years';

    public function rules(): array
    {
        return [
            'what' => ['required', 'in:take_out,put_back,put_off,send_now'], 'why' => ['required', 'string', 'max:500'],
            'until' => [Rule::requiredIf($this->input('what') === 'put_off'), 'nullable', 'string', function (string $attribute, mixed $value, Closure $fail): void {
                $time = $this->time($value);
                if ($time === null || $time <= Clock::now() || $time > Clock::now()->modify(self::FURTHEST)) {
                    $fail('Choose a time that is still to come, within ten years.');
                }
            }],
        ];
    }

    public function messages(): array
    {
        return ['why.required' => 'Say why: it stays with the message.', 'until.required' => 'Say until when.'];
    }

    public function until(): CarbonImmutable
    {
        return $this->time($this->validated('until')) ?? throw new \LogicException('It has been validated');
    }
}

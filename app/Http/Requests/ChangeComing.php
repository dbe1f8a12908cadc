<?php

declare(strict_types=1);

namespace App\Http\Requests;

use App\Timing\Clock;
use Carbon\CarbonImmutable;
use Closure;
use Herald\Value\Moment;
use Illuminate\Validation\Rule;

/** What a person wants to become of a message that is to come, and why. */
final class ChangeComing extends Asking
{
    private const FURTHEST = '+10 years';

    public function rules(): array
    {
        return [
            'what' => ['required', 'in:take_out,put_back,put_off,send_now'], 'why' => ['required', 'string', 'max:500'],
            'until' => [Rule::requiredIf($this->input('what') === 'put_off'), 'nullable', 'string', static function (string $attribute, mixed $value, Closure $fail): void {
                $moment = Moment::read($value);
                if ($moment === null || Moment::of($moment) <= Clock::now() || Moment::of($moment) > Clock::now()->modify(self::FURTHEST)) {
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
        return CarbonImmutable::parse((string) Moment::read($this->validated('until')));
    }
}

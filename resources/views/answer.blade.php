@php
    use Herald\Style\ColourRole as Role;
    use Herald\Style\Token;
    $say = static fn (string $key, array $with = []): string => (string) __("answer.{$key}", $with, $own);
    $colours = $brand?->colours->hex() ?? ['page' => '#F4F4F2', 'paper' => '#FFFFFF', 'text' => '#222222', 'muted' => '#5A5A5A', 'heading' => '#222222', 'link' => '#1F4E8C', 'button' => '#222222', 'button_text' => '#FFFFFF', 'line' => '#D8D8D4', 'header' => '#FFFFFF', 'header_text' => '#222222'];
    $header = $brand?->header()->hex() ?? $colours;
    $dark = $brand?->dark($brand->colours)->hex();
    $darkHeader = $brand?->dark($brand->header())->hex();
    $logo = $brand?->logo;
    $font = static fn (string $token): string => preg_replace('/[;{}<>\\\\]/', '', $brand?->tokens->font(Token::from($token)) ?? 'Georgia, serif');
@endphp
<!DOCTYPE html>
<html lang="{{ $language }}" dir="{{ $rightToLeft ? 'rtl' : 'ltr' }}">
<head>
    <meta charset="utf-8">
    <meta name="viewport" content="width=device-width, initial-scale=1">
    <meta name="robots" content="noindex, nofollow">
    <title>{{ $say($state === 'nothing' || $state === 'over' ? $state : 'title') }}{{ $source === null ? '' : ' · '.$source->name }}</title>
    <style nonce="{{ $nonce }}">
        :root { color-scheme: light{{ $dark === null ? '' : ' dark' }}; @foreach ($colours as $role => $hex)--{{ $role }}: {{ $hex }}; @endforeach --header: {{ $header['header'] }}; --header_text: {{ $header['header_text'] }}; }
        @if ($dark !== null)
        @media (prefers-color-scheme: dark) { :root { @foreach ($dark as $role => $hex)--{{ $role }}: {{ $hex }}; @endforeach --header: {{ $darkHeader['header'] }}; --header_text: {{ $darkHeader['header_text'] }}; } }
        @endif
        * { box-sizing: border-box; }
        body { margin: 0; background: var(--page); color: var(--text); font: 17px/1.55 {!! $font('font') !!}; }
        header { background: var(--header); color: var(--header_text); padding: 20px; text-align: center; font: 700 20px/1.3 {!! $font('heading_font') !!}; }
        header img { max-width: 70vw; height: auto; vertical-align: middle; }
        main { max-width: 520px; margin: 0 auto; padding: 32px 24px 40px; background: var(--paper); min-height: 60vh; }
        h1 { margin: 0 0 16px; color: var(--heading); font: 700 26px/1.25 {!! $font('heading_font') !!}; overflow-wrap: anywhere; }
        p { margin: 0 0 16px; overflow-wrap: anywhere; }
        .muted { color: var(--muted); font-size: 15px; }
        .answer { border: 2px solid var(--line); border-radius: {{ $brand?->tokens->figure(Token::Corner) ?? 4 }}px; padding: 14px 18px; font-size: 20px; font-weight: 700; }
        .try { border: 2px dashed var(--line); padding: 10px 14px; font-weight: 700; }
        button { display: block; width: 100%; border: 0; border-radius: {{ $brand?->tokens->figure(Token::Corner) ?? 4 }}px; background: var(--button); color: var(--button_text); font: inherit; font-size: 18px; font-weight: 700; padding: 16px 24px; cursor: pointer; }
        button:focus-visible, a:focus-visible { outline: 3px solid var(--text); outline-offset: 3px; }
        button[disabled] { opacity: 1; cursor: not-allowed; background: var(--paper); color: var(--muted); border: 2px solid var(--line); }
        a { color: var(--link); }
        footer { max-width: 520px; margin: 0 auto; padding: 18px 24px 40px; background: var(--paper); border-top: 1px solid var(--line); font-size: 15px; }
        footer a { display: inline-block; min-height: 24px; }
    </style>
</head>
<body>
    @if ($source !== null)
    <header>
        @if ($logo !== null)
            <img src="{{ $logo->address }}" width="{{ $logo->width }}" alt="{{ $logo->alternative ?? $source->name }}">
        @else
            {{ $source->name }}
        @endif
    </header>
    @endif
    <main>
        @if ($state === 'tried')
            <p class="try">{{ $say('tried') }}</p>
        @endif
        @if ($state === 'asked' || $state === 'tried')
            <h1>{{ $question === '' ? $say('title') : $question }}</h1>
            @if ($given !== '')
                <p>{{ $say('before') }} <strong>{{ $given }}</strong></p>
            @endif
            <p>{{ $say('chosen') }}</p>
            <p class="answer">{{ $chosen }}</p>
            @if ($state === 'asked')
                <form method="post" action="{{ $action }}">
                    <input type="hidden" name="turn" value="{{ $turn }}">
                    <button type="submit">{{ $say($given === '' ? 'record' : 'change') }}</button>
                </form>
            @else
                <button type="button" disabled>{{ $say('record') }}</button>
                <p class="muted">&nbsp;</p>
                <p class="muted">{{ $thanks === '' ? $say('thanks') : $thanks }}</p>
            @endif
        @elseif ($state === 'fixed')
            <h1>{{ $say('fixed') }}</h1>
            <p>{{ $say('fixed_answer') }}</p>
            <p class="answer">{{ $given }}</p>
            <p>{{ $say('fixed_about') }}</p>
        @elseif ($state === 'answered')
            <h1>{{ $thanks === '' ? $say('thanks') : $thanks }}</h1>
            <p>{{ $say('answered') }}</p>
            <p class="answer">{{ $given }}</p>
            @if ($mayChange)
                <p class="muted">{{ $say('may_change') }}</p>
            @else
                <p class="muted">{{ $say('fixed_about') }}</p>
            @endif
        @else
            <h1>{{ $say($state) }}</h1>
            <p>{{ $say("{$state}_about") }}</p>
        @endif
    </main>
    @if ($source !== null)
    <footer>
        @if ($state === 'over')
            <p>{{ $say('write', ['address' => $source->replyTo ?? $source->email]) }}</p>
        @endif
        <a href="{{ $source->url }}" rel="noreferrer">{{ $say('site', ['name' => $source->name]) }}</a>
    </footer>
    @endif
</body>
</html>

<!DOCTYPE html>
<html lang="en">
<head>
    <meta charset="utf-8">
    <meta name="viewport" content="width=device-width, initial-scale=1">
    <meta name="color-scheme" content="light dark">
    <title>Velvet Herald</title>
    <link rel="icon" href="/mark.svg" type="image/svg+xml">
    @vite($ahead->modules)
    @foreach ($ahead->addresses as $address)
    <link rel="preload" as="fetch" href="{{ $address }}" crossorigin>
    @endforeach
</head>
<body>
    <div id="app"></div>
    <noscript>Velvet Herald needs JavaScript.</noscript>
</body>
</html>

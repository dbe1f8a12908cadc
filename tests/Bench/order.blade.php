<!DOCTYPE html><html lang="en" dir="ltr"><head><meta charset="utf-8"><meta name="viewport" content="width=device-width, initial-scale=1"><meta name="format-detection" content="telephone=no, date=no, address=no, email=no"><title>Order {{ $order['number'] }} is in good hands</title>
<style>
@@media (prefers-color-scheme:dark) { .edge-line { border-color:#544F49!important } .ground-accent { background-color:#313336!important } .ground-button { background-color:#C8862B!important } .ground-header { background-color:#16233A!important } .ground-page { background-color:#1D1914!important } .ground-paper { background-color:#27231E!important } .ink-button-text { color:#1B1408!important } .ink-footer-text { color:#A7ABB3!important } .ink-header-text { color:#F4EBDD!important } .ink-heading { color:#CDD8F7!important } .ink-link { color:#91B0F7!important } .ink-muted { color:#A1ACBB!important } .ink-page { color:#1D1914!important } .ink-text { color:#D0DEF1!important } }
.s0 { margin:0;padding:0;background-color:#EFE9E2 }
.s1 { display:none;max-height:0;overflow:hidden;font-size:1px;line-height:1px;color:#EFE9E2;mso-hide:all }
.s2 { padding:24px 0 }
.s3 { width:100%;max-width:600px;margin:0 auto }
.s4 { background-color:#16233A;padding:20px 16px }
.s5 { letter-spacing:2px;text-decoration:none;font-family:Georgia, 'Times New Roman', serif;font-size:19px;line-height:25px;color:#F4EBDD }
.s6 { background-color:#FFFFFF;padding:24px 24px 16px 24px }
.s7 { padding:0 0 8px 0;text-align:left }
.s8 { font-family:Georgia, 'Times New Roman', serif;font-size:26px;line-height:33px;color:#16233A;font-weight:bold;margin:0 }
.s9 { padding:0 0 16px 0;text-align:left }
.s10 { font-family:Georgia, 'Times New Roman', serif;font-size:16px;line-height:24px;color:#24313F;margin:0 }
.s11 { font-family:Georgia, 'Times New Roman', serif;font-size:21px;line-height:26px;color:#16233A;font-weight:bold;margin:0 }
.s12 { display:block;width:100%;max-width:552px;height:auto;border:0;border-radius:4px;font-family:Georgia, 'Times New Roman', serif;font-size:14px;line-height:21px;color:#5B6673 }
.s13 { font-family:Georgia, 'Times New Roman', serif;font-size:14px;line-height:21px;color:#5B6673;margin:0 }
.s14 { border-top:1px solid #E2DCD5;font-size:1px;line-height:1px }
.s15 { font-family:Georgia, 'Times New Roman', serif;font-size:18px;line-height:23px;color:#16233A;font-weight:bold;margin:0 }
.s16 { padding:0 0 24px 0;text-align:left }
.s17 { background-color:#C8862B;border-radius:4px;mso-padding-alt:13px 24px }
.s18 { font-family:Georgia, 'Times New Roman', serif;font-size:16px;line-height:20px;color:#1B1408;font-weight:bold;text-decoration:none;display:inline-block;padding:13px 24px;border-radius:4px }
.s19 { border-collapse:collapse }
.s20 { padding:4px 0;font-family:Georgia, 'Times New Roman', serif;font-size:16px;line-height:24px;color:#5B6673;font-weight:normal;text-align:left }
.s21 { padding:4px 0;font-family:Georgia, 'Times New Roman', serif;font-size:16px;line-height:24px;color:#24313F;font-weight:normal;text-align:left }
.s22 { background-color:#F3F5F9;padding:16px 16px 0 16px }
.s23 { color:#1F4E8C;text-decoration:underline }
.s24 { padding:4px 0 6px 0;border-bottom:1px solid #E2DCD5;font-family:Georgia, 'Times New Roman', serif;font-size:14px;line-height:21px;color:#5B6673;font-weight:normal;text-align:left }
.s25 { padding:4px 0 6px 0;border-bottom:1px solid #E2DCD5;font-family:Georgia, 'Times New Roman', serif;font-size:14px;line-height:21px;color:#5B6673;font-weight:normal;padding-right:12px;text-align:left }
.s26 { padding:4px 0 6px 0;border-bottom:1px solid #E2DCD5;font-family:Georgia, 'Times New Roman', serif;font-size:14px;line-height:21px;color:#5B6673;font-weight:normal;padding-right:12px;text-align:right }
.s27 { padding:4px 0 6px 0;border-bottom:1px solid #E2DCD5;font-family:Georgia, 'Times New Roman', serif;font-size:14px;line-height:21px;color:#5B6673;font-weight:normal;text-align:right }
.s28 { padding:9px 0;border-bottom:1px solid #E2DCD5;font-family:Georgia, 'Times New Roman', serif;font-size:16px;line-height:24px;color:#24313F;text-align:left }
.s29 { display:block;width:100%;max-width:48px;height:auto;border:0;border-radius:4px;font-family:Georgia, 'Times New Roman', serif;font-size:14px;line-height:21px;color:#5B6673 }
.s30 { padding:9px 0;border-bottom:1px solid #E2DCD5;font-family:Georgia, 'Times New Roman', serif;font-size:16px;line-height:24px;color:#24313F;padding-right:12px;text-align:left }
.s31 { padding:9px 0;border-bottom:1px solid #E2DCD5;font-family:Georgia, 'Times New Roman', serif;font-size:16px;line-height:24px;color:#24313F;padding-right:12px;text-align:right }
.s32 { padding:9px 0;border-bottom:1px solid #E2DCD5;font-family:Georgia, 'Times New Roman', serif;font-size:16px;line-height:24px;color:#24313F;text-align:right }
.s33 { padding:4px 0;font-family:Georgia, 'Times New Roman', serif;font-size:16px;line-height:24px;color:#24313F;font-weight:normal;text-align:right }
.s34 { padding:9px 0;font-family:Georgia, 'Times New Roman', serif;font-size:16px;line-height:24px;color:#24313F;font-weight:bold;border-top:1px solid #E2DCD5;text-align:left }
.s35 { padding:9px 0;font-family:Georgia, 'Times New Roman', serif;font-size:16px;line-height:24px;color:#24313F;font-weight:bold;border-top:1px solid #E2DCD5;text-align:right }
.s36 { padding:16px;text-align:center;font-family:Georgia, 'Times New Roman', serif;font-size:13px;line-height:20px;color:#5B5F66 }
.s37 { color:#5B5F66;text-decoration:underline }
</style></head><body class="s0 ground-page" bgcolor="#EFE9E2"><div class="s1 ink-page">We pack it tonight, {{ $order['customer']['first_name'] ?: 'stargazer' }}.&#847;&zwnj;&nbsp;&#847;&zwnj;&nbsp;&#847;&zwnj;&nbsp;&#847;&zwnj;&nbsp;&#847;&zwnj;&nbsp;&#847;&zwnj;&nbsp;&#847;&zwnj;&nbsp;&#847;&zwnj;&nbsp;&#847;&zwnj;&nbsp;&#847;&zwnj;&nbsp;&#847;&zwnj;&nbsp;&#847;&zwnj;&nbsp;&#847;&zwnj;&nbsp;&#847;&zwnj;&nbsp;&#847;&zwnj;&nbsp;&#847;&zwnj;&nbsp;&#847;&zwnj;&nbsp;&#847;&zwnj;&nbsp;&#847;&zwnj;&nbsp;&#847;&zwnj;&nbsp;&#847;&zwnj;&nbsp;&#847;&zwnj;&nbsp;&#847;&zwnj;&nbsp;&#847;&zwnj;&nbsp;&#847;&zwnj;&nbsp;&#847;&zwnj;&nbsp;&#847;&zwnj;&nbsp;&#847;&zwnj;&nbsp;&#847;&zwnj;&nbsp;&#847;&zwnj;&nbsp;&#847;&zwnj;&nbsp;&#847;&zwnj;&nbsp;&#847;&zwnj;&nbsp;&#847;&zwnj;&nbsp;&#847;&zwnj;&nbsp;&#847;&zwnj;&nbsp;&#847;&zwnj;&nbsp;&#847;&zwnj;&nbsp;&#847;&zwnj;&nbsp;&#847;&zwnj;&nbsp;</div>
<table role="presentation" width="100%" cellspacing="0" cellpadding="0" border="0" bgcolor="#EFE9E2">
<tr>
<td align="center" class="s2"><!--[if mso]>
<table role="presentation" width="600" cellspacing="0" cellpadding="0" border="0">
<tr>
<td><![endif]-->
<table role="presentation" width="100%" cellspacing="0" cellpadding="0" border="0" class="s3">
<tr>
<td align="center" bgcolor="#16233A" class="s4 ground-header"><a class="s5 ink-header-text" href="{{ $source['url'] }}">{{ $source['name'] }}</a></td>
</tr>
<tr>
<td bgcolor="#FFFFFF" class="s6 ground-paper">
<table role="presentation" width="100%" cellspacing="0" cellpadding="0" border="0">
<tr>
<td align="left" class="s7">
<h1 class="s8 ink-heading">Thank you, {{ $order['customer']['first_name'] ?: 'stargazer' }}</h1></td>
</tr>
<tr>
<td align="left" class="s9">
<p class="s10 ink-text">Dear {{ $order['customer']['first_name'] ?: 'stargazer' }} {{ $order['customer']['last_name'] }},</p></td>
</tr>
<tr>
<td align="left" class="s9">
<p class="s10 ink-text">we have your order {{ $order['number'] }} of {{ $day($order['placed_at'], 'full') }}, {{ $day($order['placed_at'], 'none', 'short') }}.</p></td>
</tr>
<tr>
<td align="left" class="s7">
<h2 class="s11 ink-heading">What you ordered</h2></td>
</tr>
@if ($order['customer']['member_since'])

<tr>
<td align="left" class="s9">
<p class="s10 ink-text">You are {{ $label($order['customer']['group']) }}, with us since {{ $day($order['customer']['member_since'], 'medium') }}.</p></td>
</tr>
@endif

<tr>
<td align="left" class="s9">
<p class="s10 ink-text">Delivered by {{ $order['delivery_method'] ?: 'hand' }}, paid by {{ $order['payment_method'] ?: 'cash' }}.</p></td>
</tr>
<tr>
<td align="left" class="s9">
<p class="s10 ink-text">The shop desk is open from ten to six, {{ $order['customer']['first_name'] ?: 'stargazer' }}.</p></td>
</tr>
@if (array_filter($order['items'], static fn (array $one): bool => $one['line_total']['amount'] >= 240) !== [])
<tr>
<td align="left" class="s9">
<p class="s10 ink-text">{{ $number($order['pieces']) }} {{ $order['pieces'] === 1 ? 'piece goes' : 'pieces go' }} to {{ $order['billing']['name'] }}, {{ $order['billing']['street'] }}, {{ $order['billing']['city'] }}, {{ $order['billing']['postcode'] }}, {{ $label($order['billing']['country']) }}.</p></td>
</tr>
@endif
<tr>
<td align="left" class="s9"><img src="https://larkmoor.example.org/dome.png" width="552" alt="The great dome at night" class="s12 ink-muted"></td>
</tr>
@if ($order['voucher'] && $order['discount'])

<tr>
<td align="left" class="s9">
<p class="s10 ink-text">Voucher {{ $order['voucher'] }} took {{ $money($order['discount']) }} off.</p></td>
</tr>
@endif

@foreach ($order['items'] as $item)

<tr>
<td align="left" class="s9">
<p class="s13 ink-muted">{{ $number($item['quantity']) }} × {{ $item['name'] }}: {{ $money($item['line_total']) }}</p></td>
</tr>
@endforeach

<tr>
<td align="left" class="s9">
<table role="presentation" width="100%" cellspacing="0" cellpadding="0" border="0">
<tr>
<td height="1" class="s14 edge-line">&nbsp;</td>
</tr>
</table></td>
</tr>
<tr>
<td align="left" class="s7">
<h3 class="s15 ink-heading">Delivery to {{ $order['delivery']['city'] ?: 'the shop desk' }}</h3></td>
</tr>
<tr>
<td align="left" class="s9">
<p class="s10 ink-text">{{ $order['delivery']['name'] }}<br>{{ $order['delivery']['street'] }}<br>{{ $order['delivery']['postcode'] }} {{ $order['delivery']['city'] }}<br>{{ $label($order['delivery']['country']) }}</p></td>
</tr>
@if ($order['shipment']['link'])

<tr>
<td align="left" class="s16">
<table role="presentation" cellspacing="0" cellpadding="0" border="0">
<tr>
<td align="center" bgcolor="#C8862B" class="s17 ground-button"><a class="s18 ink-button-text" href="{{ $order['shipment']['link'] }}">Track it</a></td>
</tr>
</table></td>
</tr>
@endif

<tr>
<td align="left" class="s9">
<table width="100%" cellspacing="0" cellpadding="0" border="0" class="s19">
<tr><th align="left" scope="row" width="36%" valign="top" class="s20 ink-muted">Order</th>
<td align="left" valign="top" class="s21 ink-text">{{ $order['number'] }}</td>
</tr>
<tr><th align="left" scope="row" width="36%" valign="top" class="s20 ink-muted">Placed</th>
<td align="left" valign="top" class="s21 ink-text">{{ $day($order['placed_at'], 'long', 'short') }}</td>
</tr>
<tr><th align="left" scope="row" width="36%" valign="top" class="s20 ink-muted">Status</th>
<td align="left" valign="top" class="s21 ink-text">{{ $label($order['status']) }}</td>
</tr>
<tr><th align="left" scope="row" width="36%" valign="top" class="s20 ink-muted">Gift</th>
<td align="left" valign="top" class="s21 ink-text">{{ $order['gift'] ? 'yes' : 'no' }}</td>
</tr>
<tr><th align="left" scope="row" width="36%" valign="top" class="s20 ink-muted">E-mail</th>
<td align="left" valign="top" class="s21 ink-text">{{ $order['customer']['email'] }}</td>
</tr>
<tr><th align="left" scope="row" width="36%" valign="top" class="s20 ink-muted">Telephone</th>
<td align="left" valign="top" class="s21 ink-text">{{ $order['customer']['phone'] ?: 'none' }}</td>
</tr>
</table></td>
</tr>
<tr>
<td align="left" class="s16">
<table role="presentation" width="100%" cellspacing="0" cellpadding="0" border="0">
<tr>
<td bgcolor="#F3F5F9" class="s22 ground-accent">
<table role="presentation" width="100%" cellspacing="0" cellpadding="0" border="0">
<tr>
<td align="left" class="s7">
<h3 class="s15 ink-heading">Billing</h3></td>
</tr>
<tr>
<td align="left" class="s9">
<p class="s10 ink-text">{{ $order['billing']['name'] }}<br>{{ $order['billing']['street'] }}<br>{{ $order['billing']['city'] }}, {{ $label($order['billing']['country']) }}</p></td>
</tr>
<tr>
<td align="left" class="s9">
<p class="s13 ink-muted">Tax included: {{ $money($order['tax']) }}</p></td>
</tr>
</table></td>
</tr>
</table></td>
</tr>
@if ($order['note'])

<tr>
<td align="left" class="s9">
<p class="s10 ink-text">Your note: {{ $order['note'] }}</p></td>
</tr>
@endif

<tr>
<td align="left" class="s9">
<p class="s10 ink-text">Read <a class="s23 ink-link" href="https://larkmoor.example.org/care/{{ rawurlencode($order['number']) }}">how to care for linen charts</a> before you unroll them.</p></td>
</tr>
<tr>
<td align="left" class="s9">
<p class="s10 ink-text">Clear skies,</p></td>
</tr>
<tr>
<td align="left" class="s9">
<p class="s10 ink-text">the people of {{ $source['name'] }}</p></td>
</tr>
<tr>
<td align="left" class="s9">
<p class="s10 ink-text">Your order <strong>{{ $order['number'] }}</strong> from {{ $day($order['placed_at'], 'long') }} has reached us. We pack it before the next clear night.</p></td>
</tr>
@if (in_array($order['delivery']['country'], ['IE', 'GB']))

<tr>
<td align="left" class="s9">
<p class="s10 ink-text">It should be with you in two working days.</p></td>
</tr>
@elseif ($order['total']['amount'] > 250)

<tr>
<td align="left" class="s9">
<p class="s10 ink-text">It travels insured; somebody must sign for it.</p></td>
</tr>
@elseif (! $order['delivery']['country'])

<tr>
<td align="left" class="s9">
<p class="s10 ink-text">You collect it at the shop desk, any day from ten to six.</p></td>
</tr>
@else

<tr>
<td align="left" class="s9">
<p class="s10 ink-text">Allow six to ten working days.</p></td>
</tr>
@endif

<tr>
<td align="left" class="s7">
<table width="100%" cellspacing="0" cellpadding="0" border="0" class="s19">
<tr>
<td align="left" width="60" class="s24 edge-line ink-muted">&nbsp;</td><th align="left" scope="col" class="s25 edge-line ink-muted">Item</th><th align="right" scope="col" class="s26 edge-line ink-muted">Quantity</th><th align="right" scope="col" class="s27 edge-line ink-muted">Amount</th>
</tr>
@foreach ($order['items'] as $item)

<tr>
<td align="left" width="60" class="s28 edge-line ink-text">
@if ($item['picture'])
<img src="{{ $item['picture'] }}" width="48" alt="" class="s29 ink-muted">
@endif
</td>
<td align="left" class="s30 edge-line ink-text">{{ $item['name'] }}</td>
<td align="right" class="s31 edge-line ink-text">{{ $number($item['quantity']) }}</td>
<td align="right" class="s32 edge-line ink-text">{{ $money($item['line_total']) }}</td>
</tr>
@endforeach
</table></td>
</tr>
<tr>
<td align="left" class="s16">
<table width="100%" cellspacing="0" cellpadding="0" border="0" class="s19">
@if ($order['subtotal'])

<tr><th align="left" scope="row" class="s21 ink-text">Subtotal</th>
<td align="right" class="s33 ink-text">{{ $money($order['subtotal']) }}</td>
</tr>
@endif

@if ($order['discount'])

<tr><th align="left" scope="row" class="s21 ink-text">Discount</th>
<td align="right" class="s33 ink-text">{{ $money($order['discount']) }}</td>
</tr>
@endif

@if ($order['delivery_cost'])

<tr><th align="left" scope="row" class="s21 ink-text">Delivery</th>
<td align="right" class="s33 ink-text">{{ $money($order['delivery_cost']) }}</td>
</tr>
@endif

<tr><th align="left" scope="row" class="s34 ink-text edge-line">Total</th>
<td align="right" class="s35 ink-text edge-line">{{ $money($order['total']) }}</td>
</tr>
</table></td>
</tr>
<tr>
<td align="left" class="s16">
<table role="presentation" cellspacing="0" cellpadding="0" border="0">
<tr>
<td align="center" bgcolor="#C8862B" class="s17 ground-button"><a class="s18 ink-button-text" href="{{ $order['page'] }}">See your order</a></td>
</tr>
</table></td>
</tr>
@if ($order['gift'])

<tr>
<td align="left" class="s16">
<table role="presentation" width="100%" cellspacing="0" cellpadding="0" border="0">
<tr>
<td bgcolor="#F3F5F9" class="s22 ground-accent">
<table role="presentation" width="100%" cellspacing="0" cellpadding="0" border="0">
<tr>
<td align="left" class="s7">
<h3 class="s15 ink-heading">It is a gift</h3></td>
</tr>
<tr>
<td align="left" class="s9">
<p class="s10 ink-text">The parcel carries no prices.</p></td>
</tr>
</table></td>
</tr>
</table></td>
</tr>
@endif

<tr>
<td align="left" class="s9">
<table width="100%" cellspacing="0" cellpadding="0" border="0" class="s19">
<tr><th align="left" scope="row" width="36%" valign="top" class="s20 ink-muted">Paid by</th>
<td align="left" valign="top" class="s21 ink-text">{{ $order['payment_method'] ?: 'not chosen yet' }}</td>
</tr>
@if ($order['delivery_method'])

<tr><th align="left" scope="row" width="36%" valign="top" class="s20 ink-muted">Delivery</th>
<td align="left" valign="top" class="s21 ink-text">{{ $order['delivery_method'] }}</td>
</tr>
@endif

@if ($order['delivery']['street'])

<tr><th align="left" scope="row" width="36%" valign="top" class="s20 ink-muted">To</th>
<td align="left" valign="top" class="s21 ink-text">{{ $order['delivery']['name'] }}<br>{{ $order['delivery']['street'] }}<br>{{ $order['delivery']['postcode'] }} {{ $order['delivery']['city'] }}<br>{{ $label($order['delivery']['country']) }}</td>
</tr>
@endif

@if ($order['note'])

<tr><th align="left" scope="row" width="36%" valign="top" class="s20 ink-muted">Your note</th>
<td align="left" valign="top" class="s21 ink-text">{{ $order['note'] }}</td>
</tr>
@endif
</table></td>
</tr>
<tr>
<td align="left" class="s9">
<table role="presentation" width="100%" cellspacing="0" cellpadding="0" border="0">
<tr>
<td height="1" class="s14 edge-line">&nbsp;</td>
</tr>
</table></td>
</tr>
<tr>
<td align="left" class="s9">
<p class="s13 ink-muted">A question? Answer this message, or look at <a class="s23 ink-link" href="https://larkmoor.example.org/delivery">how we deliver</a>.</p></td>
</tr>
</table></td>
</tr>
<tr>
<td align="center" class="s36 ink-footer-text">{{ $source['name'] }}
@if ($source['legal'])
<br>{{ $source['legal'] }}
@endif
<br><a class="s37 ink-footer-text" href="{{ $source['url'] }}">{{ $source['url'] }}</a></td>
</tr>
</table><!--[if mso]></td>
</tr>
</table><![endif]--></td>
</tr>
</table></body></html>

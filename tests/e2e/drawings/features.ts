/** One feature of SVG each, as people draw it: what stands in a page of 256 × 256 px. */
export const Features: Record<string, string> = {
  "opacity on use":
    "<defs><rect id='a' width='80' height='80' fill='teal'/></defs><use href='#a' x='20' y='20' opacity='.4'/><use href='#a' x='140' y='20'/>",
  "opacity on a use of shapes over each other":
    "<defs><g id='a'><rect width='120' height='120' fill='teal'/><circle cx='120' cy='120' r='70' fill='gold' stroke='black' stroke-width='9'/></g></defs><rect y='90' width='256' height='30'/><use href='#a' x='20' y='20' opacity='.4'/>",
  "colours of every space":
    "<rect width='64' height='64' fill='hwb(200 20% 10%)'/><rect x='64' width='64' height='64' fill='lab(60% 60 -40)'/><rect x='128' width='64' height='64' fill='lch(70% 50 120deg)'/><rect x='192' width='64' height='64' fill='oklab(.6 -.1 .08)'/><rect y='64' width='64' height='64' fill='oklch(65% 0.15 .7turn)'/><rect x='64' y='64' width='64' height='64' fill='color(display-p3 .6 .3 .5)'/><rect x='128' y='64' width='64' height='64' fill='color(a98-rgb .5 .6 .3)'/><rect x='192' y='64' width='64' height='64' fill='color(prophoto-rgb .4 .5 .3)'/><rect y='128' width='64' height='64' fill='color(rec2020 .5 .4 .6)'/><rect x='64' y='128' width='64' height='64' fill='color(xyz .3 .25 .2)'/><rect x='128' y='128' width='64' height='64' fill='color(xyz-d50 .2 .25 .3)'/><rect x='192' y='128' width='64' height='64' fill='color(srgb-linear .2 .5 .1 / 60%)'/><rect y='192' width='128' height='64' fill='hsl(120 60 40 / .5)'/><rect x='128' y='192' width='128' height='64' style='fill:rgb(20% none 80% / 80%)'/>",
  "opacity on nested groups":
    "<g opacity='.5'><g opacity='.5'><rect x='20' y='20' width='90' height='200'/></g></g><rect x='140' y='20' width='90' height='200' opacity='.5'/>",
  "markers at ends and middles":
    "<marker id='m' markerWidth='6' markerHeight='6' refX='3' refY='3' orient='auto'><path d='M0 0L6 3L0 6z' fill='red'/></marker><path d='M30 200L100 60L180 120L220 40' fill='none' stroke='black' stroke-width='6' marker-start='url(#m)' marker-mid='url(#m)' marker-end='url(#m)'/>",
  "markers in user units with a viewBox":
    "<marker id='m' viewBox='0 0 10 10' refX='5' refY='5' markerWidth='30' markerHeight='30' markerUnits='userSpaceOnUse'><circle cx='5' cy='5' r='5' fill='navy'/></marker><polyline points='40,200 128,40 216,200' fill='none' stroke='orange' stroke-width='9' marker-mid='url(#m)' marker-end='url(#m)'/>",
  "a marker reversed at the start":
    "<marker id='m' markerWidth='5' markerHeight='5' refX='0' refY='2.5' orient='auto-start-reverse'><path d='M0 0L5 2.5L0 5z'/></marker><line x1='70' y1='128' x2='180' y2='128' stroke='black' stroke-width='8' marker-start='url(#m)' marker-end='url(#m)'/>",
  "an svg in the svg":
    "<svg x='40' y='30' width='160' height='100' viewBox='0 0 20 20'><rect width='20' height='20' fill='gold'/><circle cx='10' cy='10' r='14' fill='teal'/></svg>",
  "an svg in the svg that shows what stands out":
    "<svg x='60' y='60' width='100' height='100' viewBox='0 0 10 10' overflow='visible'><circle cx='5' cy='5' r='7' fill='teal'/></svg>",
  "preserveAspectRatio xMinYMin":
    "<svg width='256' height='256' viewBox='0 0 10 20' preserveAspectRatio='xMinYMin'><rect width='10' height='20' fill='teal'/></svg>",
  "preserveAspectRatio xMaxYMax":
    "<svg width='256' height='256' viewBox='0 0 10 20' preserveAspectRatio='xMaxYMax meet'><rect width='10' height='20' fill='teal'/></svg>",
  "preserveAspectRatio slice":
    "<svg width='256' height='160' viewBox='0 0 10 20' preserveAspectRatio='xMidYMin slice'><rect width='10' height='20' fill='teal'/><circle cx='5' cy='3' r='3'/></svg>",
  "preserveAspectRatio none":
    "<svg width='256' height='160' viewBox='0 0 10 20' preserveAspectRatio='none'><circle cx='5' cy='10' r='5' fill='teal'/></svg>",
  "a symbol with a viewBox":
    "<symbol id='s' viewBox='0 0 10 10'><rect width='10' height='10' fill='gold'/><circle cx='5' cy='5' r='6' fill='teal'/></symbol><use href='#s' x='20' y='20' width='100' height='100'/><use href='#s' x='130' y='130' width='100' height='60'/>",
  "a symbol with a fill of its own":
    "<symbol id='s' fill='crimson'><rect width='60' height='60'/></symbol><use href='#s' x='30' y='30' fill='blue'/>",
  "dashes begin later":
    "<path d='M20 60H236' stroke='black' stroke-width='12' stroke-dasharray='40 20' stroke-dashoffset='25'/><path d='M20 160H236' stroke='black' stroke-width='12' stroke-dasharray='40 20' stroke-dashoffset='-15'/>",
  "dashes in other units":
    "<path d='M20 60H236' stroke='black' stroke-width='3mm' stroke-dasharray='1cm 5mm'/><path d='M20 160H236' stroke='black' stroke-width='5%' stroke-dasharray='10% 5%'/>",
  "rules of style in their order":
    "<style>/* a note */ .a{fill:red} rect{fill:blue} .b{fill:teal} .a{fill:gold}</style><rect class='b a' width='120' height='256'/><rect x='130' class='a b' width='120' height='256'/>",
  "what is important":
    "<style>.a{fill:teal!important}</style><rect class='a' width='256' height='256' style='fill:red'/>",
  "selectors of several steps":
    "<style>g.coat > rect{fill:teal} g rect.loud{fill:gold} #one circle, [data-x='1']{fill:crimson}</style><g class='coat'><rect width='80' height='256'/><g><rect class='loud' x='90' width='70' height='256'/></g></g><g id='one'><circle cx='210' cy='60' r='40'/></g><path data-x='1' d='M170 140h80v80h-80z'/>",
  "a transform in style":
    "<rect width='80' height='80' fill='teal' style='transform:translate(60px,40px) rotate(20deg)'/><rect width='40' height='40' style='transform:scale(1.5) translateX(100px)'/>",
  "an origin of transform":
    "<rect x='80' y='80' width='96' height='96' fill='teal' transform='rotate(45)' transform-origin='128 128'/><rect x='20' y='20' width='40' height='60' style='transform:rotate(90deg);transform-box:fill-box;transform-origin:center'/>",
  "geometry in style":
    "<style>rect{x:30px;y:20px;width:120px;height:50%;rx:20px} circle{cx:190px;cy:190px;r:45px}</style><rect fill='teal'/><circle fill='gold'/>",
  "the stroke under the fill":
    "<rect x='50' y='50' width='150' height='150' fill='gold' stroke='black' stroke-width='40' paint-order='stroke'/>",
  "a stroke that does not scale":
    "<g transform='scale(8,3)'><rect x='4' y='10' width='22' height='60' fill='gold' stroke='black' stroke-width='10' vector-effect='non-scaling-stroke'/></g>",
  "the first of a switch that suits":
    "<switch><rect systemLanguage='fr' width='256' height='256' fill='red'/><rect systemLanguage='en' width='256' height='128' fill='teal'/><rect width='256' height='256' fill='gold'/></switch>",
  "a radial gradient with a focal circle":
    "<radialGradient id='g' gradientUnits='userSpaceOnUse' cx='128' cy='128' r='110' fr='50'><stop stop-color='gold'/><stop offset='1' stop-color='navy'/></radialGradient><rect width='256' height='256' fill='url(#g)'/>",
  "a radius in percent":
    "<radialGradient id='g' gradientUnits='userSpaceOnUse' cx='50%' cy='50%' r='40%'><stop stop-color='gold'/><stop offset='1' stop-color='navy'/></radialGradient><rect width='256' height='256' fill='url(#g)'/>",
  "a visible child of a hidden group":
    "<g visibility='hidden'><rect width='256' height='256' fill='red'/><rect x='50' y='50' width='100' height='100' fill='teal' visibility='visible'/></g>",
  "a gradient of the box on a straight line":
    "<linearGradient id='g'><stop stop-color='red'/><stop offset='1' stop-color='blue'/></linearGradient><path d='M20 60H236' stroke='url(#g)' stroke-width='20'/><path d='M20 160H236' stroke='url(#g) teal' stroke-width='20'/>",
  "a clip":
    "<clipPath id='c'><circle cx='128' cy='128' r='90'/></clipPath><g clip-path='url(#c)'><rect width='256' height='256' fill='teal'/><path d='M0 128H256' stroke='gold' stroke-width='60'/></g>",
  "a clip in units of the box":
    "<clipPath id='c' clipPathUnits='objectBoundingBox'><path d='M.5 0L1 1H0z'/></clipPath><rect x='40' y='20' width='180' height='200' fill='teal' clip-path='url(#c)'/>",
  "a clip with a hole":
    "<clipPath id='c'><path clip-rule='evenodd' d='M20 20H236V236H20zM80 80H176V176H80z'/></clipPath><rect width='256' height='256' fill='teal' clip-path='url(#c)'/>",
  "a clip of a clip":
    "<clipPath id='a'><rect width='150' height='256'/></clipPath><clipPath id='b' clip-path='url(#a)'><circle cx='128' cy='128' r='100'/></clipPath><rect width='256' height='256' fill='teal' clip-path='url(#b)'/>",
  "a clip with a transform and a gradient":
    "<linearGradient id='g' x1='0' x2='1'><stop stop-color='gold'/><stop offset='1' stop-color='navy'/></linearGradient><clipPath id='c' transform='rotate(20 128 128)'><rect x='60' y='60' width='136' height='136'/></clipPath><g transform='translate(10 -10)' clip-path='url(#c)'><rect width='256' height='256' fill='url(#g)'/></g>",
  "a hard mask":
    "<mask id='m'><rect width='256' height='256' fill='white'/><circle cx='128' cy='128' r='70' fill='black'/></mask><rect x='10' y='30' width='236' height='196' fill='teal' mask='url(#m)'/>",
  "fills that contradict each other":
    "<g fill='red'><rect width='100' height='256' style='fill:teal'/><rect x='120' width='100' height='256' fill='inherit'/></g>",
  "a stop of the colour in force":
    "<g color='teal'><linearGradient id='g'><stop stop-color='currentColor'/><stop offset='1' stop-color='gold'/></linearGradient></g><rect width='256' height='256' fill='url(#g)'/>",
  "an ellipse of one radius": "<ellipse cx='128' cy='128' rx='90' fill='teal'/>",
  "a blur in linear light": "<filter id='f'><feGaussianBlur stdDeviation='8'/></filter><rect x='60' y='60' width='60' height='136' fill='red' filter='url(#f)'/><rect x='120' y='60' width='60' height='136' fill='blue'/>",
  "a blur in sRGB of a group":
    "<filter id='f' color-interpolation-filters='sRGB'><feGaussianBlur stdDeviation='6 2'/></filter><g filter='url(#f)'><rect x='60' y='60' width='60' height='136' fill='red'/><circle cx='150' cy='128' r='60' fill='blue'/></g>",
  "a drop shadow as drawing programs write it":
    "<filter id='f' x='40' y='40' width='180' height='190' filterUnits='userSpaceOnUse' color-interpolation-filters='sRGB'><feFlood flood-opacity='0' result='none'/><feColorMatrix in='SourceAlpha' values='0 0 0 0 0 0 0 0 0 0 0 0 0 0 0 0 0 0 127 0' result='hard'/><feOffset dx='6' dy='10'/><feGaussianBlur stdDeviation='5'/><feColorMatrix values='0 0 0 0 0.3 0 0 0 0 0 0 0 0 0 0.2 0 0 0 0.8 0'/><feBlend in2='none' result='shadow'/><feBlend in='SourceGraphic' in2='shadow'/></filter><g filter='url(#f)'><circle cx='128' cy='128' r='70' fill='gold'/></g>",
  "an inner shadow as drawing programs write it":
    "<filter id='f' x='40' y='40' width='180' height='180' filterUnits='userSpaceOnUse' color-interpolation-filters='sRGB'><feFlood flood-opacity='0' result='none'/><feBlend in='SourceGraphic' in2='none' result='shape'/><feColorMatrix in='SourceAlpha' values='0 0 0 0 0 0 0 0 0 0 0 0 0 0 0 0 0 0 127 0' result='hard'/><feOffset dx='-8' dy='-8'/><feGaussianBlur stdDeviation='6'/><feComposite in2='hard' operator='arithmetic' k2='-1' k3='1'/><feColorMatrix values='0 0 0 0 0.1 0 0 0 0 0.2 0 0 0 0 0.5 0 0 0 1 0'/><feBlend in2='shape'/></filter><g filter='url(#f)'><circle cx='128' cy='128' r='70' fill='gold'/></g>",
  "a drop shadow in one word": "<filter id='f'><feDropShadow dx='8' dy='8' stdDeviation='4' flood-color='navy' flood-opacity='.6'/></filter><circle cx='128' cy='128' r='70' fill='gold' filter='url(#f)'/>",
  "colours turned and faded":
    "<filter id='a'><feColorMatrix type='hueRotate' values='120'/></filter><filter id='b'><feColorMatrix type='saturate' values='.3'/></filter><filter id='c' color-interpolation-filters='sRGB'><feColorMatrix type='luminanceToAlpha'/></filter><rect width='80' height='256' fill='tomato' filter='url(#a)'/><rect x='88' width='80' height='256' fill='tomato' filter='url(#b)'/><rect x='176' width='80' height='256' fill='tomato' filter='url(#c)'/>",
  "channels by tables":
    "<filter id='f' color-interpolation-filters='sRGB'><feComponentTransfer><feFuncR type='discrete' tableValues='0 .5 1'/><feFuncG type='table' tableValues='1 0'/><feFuncB type='gamma' exponent='2'/><feFuncA type='linear' slope='.7'/></feComponentTransfer></filter><rect x='20' y='20' width='216' height='216' fill='rgb(160,90,200)' filter='url(#f)'/>",
  "thicker and thinner":
    "<filter id='a'><feMorphology operator='dilate' radius='6'/></filter><filter id='b'><feMorphology radius='6'/></filter><rect x='40' y='40' width='60' height='170' fill='teal' filter='url(#a)'/><rect x='150' y='40' width='60' height='170' fill='teal' filter='url(#b)'/>",
  "a pattern in user units": "<pattern id='p' x='4' y='4' width='24' height='24' patternUnits='userSpaceOnUse'><rect width='24' height='24' fill='gold'/><circle cx='12' cy='12' r='8' fill='teal'/></pattern><rect x='20' y='20' width='216' height='216' fill='url(#p)' stroke='black' stroke-width='4'/>",
  "a pattern in parts of the box, turned":
    "<pattern id='p' width='.25' height='.25' patternTransform='rotate(30)'><rect width='20' height='60' fill='crimson'/></pattern><ellipse cx='128' cy='128' rx='110' ry='80' fill='url(#p)'/>",
  "a pattern with a viewBox": "<pattern id='p' width='32' height='32' patternUnits='userSpaceOnUse' viewBox='0 0 8 8'><path d='M0 0L8 8M8 0L0 8' stroke='navy'/></pattern><path d='M128 20L236 236H20z' fill='url(#p)'/>",
  "a soft mask": "<linearGradient id='g'><stop stop-color='white'/><stop offset='1' stop-color='black'/></linearGradient><mask id='m'><rect width='256' height='256' fill='url(#g)'/></mask><g mask='url(#m)'><rect x='20' y='20' width='216' height='100' fill='teal'/><circle cx='128' cy='180' r='60' fill='crimson'/></g>",
  "a mask in parts of the box": "<radialGradient id='g'><stop stop-color='white'/><stop offset='1' stop-color='white' stop-opacity='0'/></radialGradient><mask id='m' maskContentUnits='objectBoundingBox'><rect width='1' height='1' fill='url(#g)'/></mask><rect x='40' y='60' width='180' height='140' fill='teal' mask='url(#m)'/>",
  "blending in a group": "<g><rect x='30' y='30' width='140' height='140' fill='gold'/><rect x='90' y='90' width='140' height='140' fill='teal'/><circle cx='128' cy='128' r='50' fill='tomato' style='mix-blend-mode:multiply'/></g>",
};

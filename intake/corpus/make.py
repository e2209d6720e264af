#!/usr/bin/python3
"""Makes the corpus: artwork by programs that know nothing of Kyanos, each with what an expert says is in it.

Needs Debian's texlive-latex-recommended, context, fop, libreoffice-draw, python3-reportlab, python3-cairo, python3-pil,
imagemagick, libtiff-tools, libvips-tools, zint, ghostscript, mupdf-tools, librsvg2-bin, poppler-utils, groff, webp, chromium.
The files are kept beside this script; it is run again only to change them: make.py [NAME...].
"""
import json, os, shutil, subprocess, sys, tempfile, textwrap

HERE = os.path.dirname(os.path.abspath(__file__))
OUT = os.path.join(HERE, 'files')
MM = 72 / 25.4
ENTRIES = []
WANTED = set(sys.argv[1:])


def run(*args, cwd=None, data=None):
    subprocess.run(args, cwd=cwd, input=data, check=True, stdout=subprocess.DEVNULL, stderr=subprocess.DEVNULL, timeout=240)


def entry(name, producer, make, specials=None, must=(), may=(), codes=(), pages=1, size=None, refused=None, lines=()):
    """specials: {name: kind} of separations beside process ink that hold something. must, may: codes of findings.
    codes: contents of barcodes. size: finished size in mm. lines: names of lines that don't print."""
    ENTRIES.append(dict(file=name, producer=producer, specials=specials or {}, must=list(must), may=list(may), codes=list(codes),
                        pages=pages, size=size, refused=refused, lines=list(lines)))
    path = os.path.join(OUT, name)
    if (WANTED and name not in WANTED) or (not WANTED and os.path.exists(path)):
        return
    with tempfile.TemporaryDirectory() as tmp:
        try:
            make(path, tmp)
        except Exception as error:
            print('FAILED', name, error)


# ---- what is drawn, in the words of PDF ----

SEP = '[/Separation /%s /DeviceCMYK << /FunctionType 2 /Domain [0 1] /C0 [0 0 0 0] /C1 [%s] /N 1 >>]'
RGB = ['RGB_LEFT']
NOTES = ['NO_BLEED', 'RGB_CONVERTED', 'RESOLUTION_ASSUMED', 'HAIRLINES', 'LOW_RESOLUTION']

# ---- pdfTeX ----

def latex(body, pre='', size=(60, 40)):
    def make(path, tmp):
        tex = r'''\pdfcompresslevel=9\documentclass{article}\usepackage[papersize={%dmm,%dmm},margin=4mm]{geometry}\pagestyle{empty}\parindent0pt
%s\begin{document}%s\end{document}''' % (*size, pre, body)
        open(os.path.join(tmp, 'x.tex'), 'w').write(tex)
        run('pdflatex', '-interaction=batchmode', 'x.tex', cwd=tmp)
        shutil.copy(os.path.join(tmp, 'x.pdf'), path)
    return make


def spot_tex(name, tint='0.3 0 0 0', over=True):
    gs = r'\immediate\pdfobj{<< /Type /ExtGState /OP true /op true /OPM 1 >>}\edef\ogs{\the\pdflastobj}' if over else ''
    ext = r'/ExtGState << /GO \ogs\space 0 R >>' if over else ''
    return (r'\begingroup\catcode`\#=12 \immediate\pdfobj{%s}\xdef\kspot{\the\pdflastobj}\endgroup%s\edef\kres{\pdfpageresources{/ColorSpace << /SP \kspot\space 0 R >> %s}}\kres'
            % (SEP % (name, tint), gs.replace('ogs', 'kover'), ext.replace('ogs', 'kover')))


LIT = r'\leavevmode\pdfliteral direct{q %s Q}'
BOX = '20 20 100 60 re f'
entry('pdftex-text.pdf', 'pdfTeX', latex('Quince cordial, 330 ml'), size=[60, 40])
entry('pdftex-white-under.pdf', 'pdfTeX', latex(LIT % ('/GO gs /SP cs 1 scn ' + BOX) + LIT % '/GO gs 1 0 0 0 k 30 30 60 40 re f', spot_tex('White')), {'White': 'white'}, size=[60, 40])
entry('pdftex-white-knocked-out.pdf', 'pdfTeX', latex(LIT % ('/SP cs 1 scn ' + BOX) + LIT % '1 0 0 0 k 30 30 60 40 re f', spot_tex('White', over=False)), {'White': 'white'}, must=['KNOCKOUT'], size=[60, 40])
entry('pdftex-unused-swatch.pdf', 'pdfTeX', latex('Only black here', spot_tex('White')), size=[60, 40])
entry('pdftex-dieline.pdf', 'pdfTeX', latex('Label' + LIT % '/GO gs /SP CS 1 SCN 0.5 w 6 6 150 90 re S', spot_tex('Dieline', '0 1 0 0')), {'Dieline': 'cut'}, lines=['Dieline'], size=[60, 40])
entry('pdftex-house-colour.pdf', 'pdfTeX', latex(LIT % ('/SP cs 1 scn ' + BOX), spot_tex('House#20Blue', '1 0.6 0 0')), {'House Blue': 'spot'}, size=[60, 40])
entry('pdftex-wine-white.pdf', 'pdfTeX', latex(LIT % ('/SP cs 1 scn ' + BOX), spot_tex('Wine#20White', '0 0.02 0.1 0')), {'Wine White': 'spot'}, size=[60, 40])
entry('pdftex-rgb-text.pdf', 'pdfTeX', latex(r'\color{red}Red as a screen has it', r'\usepackage{color}'), must=RGB, may=['SMALL_TYPE'], size=[60, 40])

# ---- ConTeXt (LuaTeX) ----

def context(body, size=(60, 40)):
    def make(path, tmp):
        open(os.path.join(tmp, 'x.tex'), 'w').write((r'''\definepapersize[label][width=%dmm,height=%dmm]\setuppapersize[label]\setuppagenumbering[location=]
\setuplayout[topspace=4mm,backspace=4mm,header=0mm,footer=0mm,height=middle,width=middle]\setupcolors[state=start,rgb=no]
\starttext %s \stoptext
''' % (*size, body)))
        run('context', '--batchmode', 'x.tex', cwd=tmp)
        shutil.copy(os.path.join(tmp, 'x.pdf'), path)
    return make


SPOTC = r'\definecolor[base][c=.3,m=0,y=0,k=0]\definespotcolor[sp][base][a=1,t=1,e={%s},p=1]'
entry('context-text.pdf', 'ConTeXt', context(r'Apple cordial'), size=[60, 40])
entry('context-white.pdf', 'ConTeXt', context(SPOTC % 'White' + r'\blackrule[color=sp,width=30mm,height=15mm]'), {'White': 'white'}, size=[60, 40])
entry('context-silver.pdf', 'ConTeXt', context(SPOTC % 'Silver' + r'\blackrule[color=sp,width=30mm,height=15mm]'), {'Silver': 'metallic'}, size=[60, 40])
entry('context-cmyk.pdf', 'ConTeXt', context(r'\definecolor[rich][c=.6,m=.4,y=.4,k=1]\blackrule[color=rich,width=30mm,height=15mm]'), size=[60, 40])

# ---- cairo ----

def cairo_pdf(draw, size=(60, 40)):
    def make(path, tmp):
        import cairo
        surface = cairo.PDFSurface(path, size[0] * MM, size[1] * MM)
        draw(cairo.Context(surface))
        surface.finish()
    return make


def c_box(ctx, rgb=(0.8, 0.2, 0.1)):
    ctx.set_source_rgb(*rgb); ctx.rectangle(20, 20, 80, 50); ctx.fill()


def c_text(ctx):
    ctx.set_source_rgb(0, 0, 0); ctx.select_font_face('DejaVu Sans'); ctx.set_font_size(14); ctx.move_to(15, 60); ctx.show_text('quince')


def c_alpha(ctx):
    c_box(ctx); ctx.set_source_rgba(0, 0, 1, 0.5); ctx.rectangle(60, 40, 60, 40); ctx.fill()


entry('cairo-box.pdf', 'cairo', cairo_pdf(c_box), must=RGB, size=[60, 40])
entry('cairo-text.pdf', 'cairo', cairo_pdf(c_text), may=RGB, size=[60, 40])
entry('cairo-alpha.pdf', 'cairo', cairo_pdf(c_alpha), must=RGB, size=[60, 40])


def rsvg(svg, fmt='pdf'):
    def make(path, tmp):
        src = os.path.join(tmp, 'x.svg'); open(src, 'w').write(svg)
        run('rsvg-convert', '-f', fmt, '-o', path, src)
    return make


SVG = '<svg xmlns="http://www.w3.org/2000/svg" width="60mm" height="40mm" viewBox="0 0 60 40">%s</svg>'
entry('rsvg-circle.pdf', 'librsvg', rsvg(SVG % '<circle cx="30" cy="20" r="12" fill="#336699"/>'), must=RGB, size=[60, 40])
entry('rsvg-to-edge.pdf', 'librsvg', rsvg(SVG % '<rect width="60" height="40" fill="#336699"/>'), must=RGB + ['NO_BLEED'], size=[60, 40])


def text(content):
    def make(path, tmp):
        open(path, 'w').write(content)
    return make


entry('drawing.svg', 'an editor', text(SVG % '<circle cx="30" cy="20" r="12" fill="#336699"/>'), must=['RGB_CONVERTED'], size=[60, 40])
entry('drawing-white.svg', 'an editor', text(SVG % '<circle cx="30" cy="20" r="12" fill="#336699"/><g id="White"><circle cx="30" cy="20" r="12"/></g>'), {'White': 'white'}, must=['RGB_CONVERTED'], size=[60, 40])
entry('drawing-cut.svg', 'an editor', text(SVG % '<circle cx="30" cy="20" r="12" fill="#336699"/><g id="Dieline"><circle cx="30" cy="20" r="14" fill="none" stroke="#f0f" stroke-width="0.3"/></g>'), {'Dieline': 'cut'}, must=['RGB_CONVERTED'], size=[60, 40])
entry('drawing-text.svg', 'an editor', text(SVG % '<text x="5" y="20" font-size="8">quince</text>'), must=['RGB_CONVERTED', 'FONT_MISSING'], size=[60, 40])
entry('drawing-script.svg', 'an editor', text(SVG % '<script>alert(1)</script>'), refused='SVG_UNSAFE')
entry('drawing-unsized.svg', 'an editor', text('<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 96 48"><rect x="9" y="9" width="20" height="20" fill="#933"/></svg>'), must=['RGB_CONVERTED', 'RESOLUTION_ASSUMED'])

# ---- FOP ----

def fop(body, size=(60, 40)):
    def make(path, tmp):
        src = os.path.join(tmp, 'x.fo')
        open(src, 'w').write('''<fo:root xmlns:fo="http://www.w3.org/1999/XSL/Format"><fo:layout-master-set><fo:simple-page-master master-name="p" page-width="%dmm" page-height="%dmm" margin="5mm"><fo:region-body/></fo:simple-page-master></fo:layout-master-set>
<fo:page-sequence master-reference="p"><fo:flow flow-name="xsl-region-body">%s</fo:flow></fo:page-sequence></fo:root>''' % (*size, body))
        run('fop', src, path)
    return make


entry('fop-text.pdf', 'FOP', fop('<fo:block font-size="12pt">Quince</fo:block>'), must=['FONT_MISSING'], may=RGB, size=[60, 40])
entry('fop-cmyk.pdf', 'FOP', fop('<fo:block-container height="20mm" width="30mm" background-color="cmyk(100%,50%,0%,0%)"><fo:block/></fo:block-container>'), may=RGB, size=[60, 40])
entry('fop-spot.pdf', 'FOP', fop('<fo:block-container height="20mm" width="30mm" background-color="rgb-icc(200,200,255,#Separation,White,0.3,0,0,0)"><fo:block/></fo:block-container>'), {'White': 'white'}, may=RGB, size=[60, 40])
entry('fop-three-pages.pdf', 'FOP', fop('<fo:block break-after="page">1</fo:block><fo:block break-after="page">2</fo:block><fo:block>3</fo:block>'), must=['FONT_MISSING'], may=RGB, pages=3, size=[60, 40])

# ---- LibreOffice Draw ----

def office(svg):
    def make(path, tmp):
        src = os.path.join(tmp, 'x.svg'); open(src, 'w').write(svg)
        run('soffice', '--headless', '-env:UserInstallation=file://' + tmp + '/u', '--convert-to', 'pdf:draw_pdf_Export', '--outdir', tmp, src)
        shutil.copy(os.path.join(tmp, 'x.pdf'), path)
    return make


entry('office-box.pdf', 'LibreOffice Draw', office(SVG % '<rect x="10" y="10" width="30" height="20" fill="#c03030"/>'), must=RGB)
entry('office-text.pdf', 'LibreOffice Draw', office(SVG % '<text x="5" y="20" font-size="8" fill="#000">Quince</text>'), may=RGB)

# ---- ReportLab ----

def reportlab(draw, size=(60, 40), pages=1):
    def make(path, tmp):
        from reportlab.pdfgen import canvas
        c = canvas.Canvas(path, pagesize=(size[0] * MM, size[1] * MM), pageCompression=1)
        for page in range(pages):
            draw(c, page) if draw.__code__.co_argcount > 1 else draw(c)
            c.showPage()
        c.save()
    return make


def sep(name, *cmyk):
    from reportlab.lib.colors import CMYKColorSep
    return CMYKColorSep(*(cmyk or (0.3, 0, 0, 0)), spotName=name, density=1)


def over(c, on=True):
    c.setFillOverprint(on); c.setStrokeOverprint(on); c.setOverprintMask(on)


def r_white(name, overprint=True):
    def draw(c):
        over(c, overprint); c.setFillColor(sep(name)); c.rect(20, 20, 100, 60, stroke=0, fill=1)
        c.setFillColorCMYK(0, 1, 0.6, 0); c.rect(30, 30, 60, 30, stroke=0, fill=1)
    return draw


for name, kind in [('White', 'white'), ('WHITE INK', 'white'), ('Blanc de soutien', 'white'), ('Underbase', 'white'), ('Spot Gold', 'metallic'), ('Gloss Varnish', 'clear'), ('Clear Blue', 'spot'), ('Gloss Black', 'spot')]:
    entry('reportlab-%s.pdf' % name.lower().replace(' ', '-'), 'ReportLab', reportlab(r_white(name)), {name: kind}, size=[60, 40])
entry('reportlab-knockout.pdf', 'ReportLab', reportlab(r_white('White', False)), {'White': 'white'}, must=['KNOCKOUT'], size=[60, 40])


def r_cut(name, overprint=True, ground=True):
    def draw(c):
        if ground: c.setFillColorCMYK(0, 1, 0.6, 0); c.rect(10, 10, 150, 90, stroke=0, fill=1)
        over(c, overprint); c.setStrokeColor(sep(name, 0, 1, 0, 0)); c.setLineWidth(0.75); c.roundRect(20, 20, 120, 70, 8, stroke=1, fill=0)
    return draw


for name, kind in [('Stanze', 'cut'), ('Cut Contour', 'cut'), ('Fustella', 'cut'), ('Kiss Cut', 'kiss-cut'), ('Rilllinie', 'crease'), ('Perforation', 'perforate')]:
    entry('reportlab-line-%s.pdf' % name.lower().replace(' ', '-'), 'ReportLab', reportlab(r_cut(name)), {name: kind}, lines=[name], size=[60, 40])
entry('reportlab-line-erases.pdf', 'ReportLab', reportlab(r_cut('Dieline', False)), {'Dieline': 'cut'}, must=['KNOCKOUT'], lines=['Dieline'], size=[60, 40])


def r_codes(texts, ink=None, module=0.33):
    def draw(c):
        from reportlab.graphics.barcode import eanbc, code128
        from reportlab.graphics.shapes import Drawing
        from reportlab.graphics import renderPDF
        from reportlab.lib.colors import CMYKColor
        for i, t in enumerate(texts):
            x, y = 15 + 140 * (i % 3), 20 + 90 * (i // 3)
            code = eanbc.Ean13BarcodeWidget(t, barWidth=module * MM, barHeight=40, humanReadable=False, barFillColor=ink() if ink else CMYKColor(0, 0, 0, 1), barStrokeWidth=0)
            d = Drawing(130, 60); d.add(code); renderPDF.draw(d, c, x, y)
    return draw


EANS = ['4006381333931', '9780201379624', '2012345678903', '5901234123457', '7351353000013', '0012345678905']
EANS = [e for e in EANS if (10 - sum(int(d) * (3 if i % 2 else 1) for i, d in enumerate(e[:12])) % 10) % 10 == int(e[12])]
CODES = lambda n: [e[1:] if e.startswith('0') else e for e in EANS[:n]]
entry('reportlab-ean.pdf', 'ReportLab', reportlab(r_codes(EANS[:1])), codes=CODES(1), may=['QUIET_ZONE'], size=[60, 40])
entry('reportlab-ean-several.pdf', 'ReportLab', reportlab(r_codes(EANS), (160, 70)), codes=CODES(9), may=['QUIET_ZONE'], size=[160, 70])
entry('reportlab-ean-silver.pdf', 'ReportLab', reportlab(r_codes(EANS[:1], lambda: sep('Silver', 0, 0, 0, 0.4))), {'Silver': 'metallic'}, codes=CODES(1), may=['QUIET_ZONE'], size=[60, 40])
entry('reportlab-numbers.pdf', 'ReportLab', reportlab(lambda c, page: (c.setFont('Helvetica', 40), c.drawString(30, 40, str(page + 1))), pages=12), must=['FONT_MISSING'], pages=12, size=[60, 40])

# ---- PDFs finished by Ghostscript, qpdf, MuPDF, Poppler ----

def ghostscript(source, *options):
    def make(path, tmp):
        src = os.path.join(tmp, 'x.ps'); open(src, 'w').write(source)
        run('gs', '-q', '-dBATCH', '-dNOPAUSE', '-sDEVICE=pdfwrite', *options, '-o', path, src)
    return make


PS = '%%!\n<< /PageSize [170 113] >> setpagedevice %s showpage\n'
entry('gs-cmyk.pdf', 'Ghostscript pdfwrite', ghostscript(PS % '1 0.5 0 0 setcmykcolor 20 20 100 60 rectfill'))
entry('gs-spot.pdf', 'Ghostscript pdfwrite', ghostscript(PS % '[/Separation (White) /DeviceCMYK {dup 0.3 mul exch pop 0 0 0}] setcolorspace 1 setcolor 20 20 100 60 rectfill'), {'White': 'white'})
entry('gs-two-spots.pdf', 'Ghostscript pdfwrite', ghostscript(PS % '[/Separation (White) /DeviceCMYK {0.3 mul 0 0 0}] setcolorspace 1 setcolor 20 20 60 60 rectfill [/Separation (Silver) /DeviceCMYK {0 exch 0 exch 0.4 mul exch pop 0 0 3 -1 roll}] setcolorspace 1 setcolor 90 20 60 60 rectfill'), {'White': 'white', 'Silver': 'metallic'})
entry('gs-hairline.pdf', 'Ghostscript pdfwrite', ghostscript(PS % '0 0 0 1 setcmykcolor 0.1 setlinewidth 20 20 moveto 120 80 lineto stroke'), must=['HAIRLINES'])
entry('gs-gradient.pdf', 'Ghostscript pdfwrite', ghostscript(PS % '<< /ShadingType 2 /ColorSpace /DeviceCMYK /Coords [20 0 120 0] /Function << /FunctionType 2 /Domain [0 1] /C0 [0 0 0 0] /C1 [1 0.5 0 0] /N 1 >> >> gsave 20 20 100 60 rectclip shfill grestore'), may=['HAZE', 'HAZE_BLANK'])


def of(name, *command):
    def make(path, tmp):
        run(*[path if a == 'OUT' else os.path.join(OUT, name) if a == 'IN' else a for a in command])
    return make


entry('qpdf-objects.pdf', 'qpdf', of('reportlab-white.pdf', 'qpdf', '--object-streams=generate', '--linearize', 'IN', 'OUT'), {'White': 'white'}, size=[60, 40])
entry('qpdf-owner-locked.pdf', 'qpdf', of('reportlab-white.pdf', 'qpdf', '--encrypt', '', 'owner', '256', '--', 'IN', 'OUT'), {'White': 'white'}, size=[60, 40])
entry('qpdf-locked.pdf', 'qpdf', of('reportlab-white.pdf', 'qpdf', '--encrypt', 'secret', 'owner', '256', '--', 'IN', 'OUT'), refused='PDF_ENCRYPTED')
entry('mutool-clean.pdf', 'MuPDF', of('pdftex-white-under.pdf', 'mutool', 'clean', '-g', 'IN', 'OUT'), {'White': 'white'}, size=[60, 40])
entry('poppler-cairo.pdf', 'Poppler', of('gs-cmyk.pdf', 'pdftocairo', '-pdf', 'IN', 'OUT'), may=RGB)
entry('poppler-unite.pdf', 'Poppler', of('', 'pdfunite', os.path.join(OUT, 'reportlab-white.pdf'), os.path.join(OUT, 'context-text.pdf'), 'OUT'), {'White': 'white'}, pages=2, size=[60, 40])

# ---- a browser ----

def browser(html):
    def make(path, tmp):
        src = os.path.join(tmp, 'x.html'); open(src, 'w').write(html)
        run('chromium', '--headless', '--no-sandbox', '--disable-gpu', '--user-data-dir=' + tmp + '/p', '--no-pdf-header-footer', '--print-to-pdf=' + path, src)
    return make


PAGE = '<style>@page{size:60mm 40mm;margin:0}body{margin:6mm}</style>%s'
entry('chromium-box.pdf', 'Chromium', browser(PAGE % '<div style="width:30mm;height:15mm;background:#a33"></div>'), must=RGB)
entry('chromium-text.pdf', 'Chromium', browser(PAGE % '<p style="font:14px sans-serif">Quince</p>'), may=RGB)

# ---- groff ----

def groff(path, tmp):
    out = subprocess.run(['groff', '-Tpdf', '-P-p60m,40m'], input=b'.ll 2i\nQuince cordial\n', stdout=subprocess.PIPE, check=True).stdout
    open(path, 'wb').write(out)


entry('groff-text.pdf', 'groff', groff, may=['FONT_MISSING'] + RGB)

# ---- pictures ----

def magick(*args):
    def make(path, tmp):
        run('/usr/bin/convert', *[path if a == 'OUT' else a for a in args])
    return make


PLAIN = ['-size', '240x160', 'xc:white', '-fill', '#2266aa', '-draw', 'rectangle 40,30 200,120']
DPI = ['-density', '150', '-units', 'PixelsPerInch']
entry('magick-rgb.png', 'ImageMagick', magick(*PLAIN, *DPI, 'OUT'), must=['RGB_CONVERTED'], size=[40.6, 27.1])
entry('magick-palette.png', 'ImageMagick', magick(*PLAIN, *DPI, '-colors', '4', '-type', 'palette', 'OUT'), must=['RGB_CONVERTED'], size=[40.6, 27.1])
entry('magick-undimensioned.png', 'ImageMagick', magick(*PLAIN, '+set', 'units', '-strip', '-define', 'png:exclude-chunk=pHYs', 'OUT'), must=['RGB_CONVERTED', 'RESOLUTION_ASSUMED'], size=[20.3, 13.5])
entry('magick-grey.png', 'ImageMagick', magick('-size', '240x160', 'xc:white', '-fill', 'gray40', '-draw', 'rectangle 40,30 200,120', '-colorspace', 'gray', *DPI, 'OUT'), must=['RGB_CONVERTED'], size=[40.6, 27.1])
entry('magick-rgb.jpg', 'ImageMagick', magick(*PLAIN, *DPI, 'OUT'), must=['RGB_CONVERTED'], may=['HAZE', 'HAZE_BLANK'], size=[40.6, 27.1])
entry('magick-unitless.jpg', 'ImageMagick', magick(*PLAIN, '-units', 'Undefined', '-density', '1', 'OUT'), must=['RGB_CONVERTED', 'RESOLUTION_ASSUMED'], may=['HAZE', 'HAZE_BLANK'], size=[20.3, 13.5])
entry('magick-cmyk.tif', 'ImageMagick', magick(*PLAIN, *DPI, '-colorspace', 'CMYK', '-compress', 'LZW', 'OUT'), size=[40.6, 27.1])
entry('magick-cmyk.jpg', 'ImageMagick', magick(*PLAIN, *DPI, '-colorspace', 'CMYK', 'OUT'), may=['HAZE', 'HAZE_BLANK'], size=[40.6, 27.1])
entry('magick-bilevel.tif', 'ImageMagick', magick(*PLAIN, *DPI, '-monochrome', '-compress', 'Group4', 'OUT'), refused='TIFF_DEPTH')
entry('magick-palette.tif', 'ImageMagick', magick(*PLAIN, *DPI, '-colors', '4', '-type', 'palette', '-compress', 'LZW', 'OUT'), refused='TIFF_COLOUR')
entry('magick-lab.tif', 'ImageMagick', magick(*PLAIN, *DPI, '-colorspace', 'Lab', '-compress', 'LZW', 'OUT'), refused='TIFF_COLOUR')
entry('magick-float.tif', 'ImageMagick', magick(*PLAIN, *DPI, '-depth', '32', '-define', 'quantum:format=floating-point', '-compress', 'Zip', 'OUT'), refused='TIFF_DEPTH')
entry('magick-two-pages.tif', 'ImageMagick', magick('(', *PLAIN, ')', '(', *PLAIN, ')', *DPI, '-compress', 'LZW', 'OUT'), refused='TIFF_PAGES')
entry('magick.gif', 'ImageMagick', magick(*PLAIN, 'OUT'), refused='ARTWORK_UNKNOWN')
entry('magick.bmp', 'ImageMagick', magick(*PLAIN, '-resize', '12x8', 'OUT'), refused='ARTWORK_UNKNOWN')
entry('magick.psd', 'ImageMagick', magick(*PLAIN, '-resize', '12x8', 'OUT'), refused='ARTWORK_UNKNOWN')
entry('magick.webp', 'ImageMagick', magick(*PLAIN, '-define', 'webp:lossless=true', 'OUT'), must=['RGB_CONVERTED', 'RESOLUTION_ASSUMED'], size=[20.3, 13.5])


def tiffcp(source, *options):
    def make(path, tmp):
        run('tiffcp', *options, os.path.join(OUT, source), path)
    return make


def pillow(draw):
    def make(path, tmp):
        from PIL import Image, ImageDraw
        draw(Image, ImageDraw, path)
    return make


def p_rgb(Image, ImageDraw, path):
    im = Image.new('RGB', (240, 160), 'white'); ImageDraw.Draw(im).rectangle((40, 30, 200, 120), fill='#a22'); im.save(path, dpi=(150, 150))


def p_alpha(Image, ImageDraw, path):
    im = Image.new('RGBA', (240, 160), (0, 0, 0, 0)); ImageDraw.Draw(im).rectangle((40, 30, 200, 120), fill=(160, 30, 30, 255)); im.save(path, dpi=(150, 150))


def p_cmyk(Image, ImageDraw, path):
    im = Image.new('CMYK', (240, 160)); ImageDraw.Draw(im).rectangle((40, 30, 200, 120), fill=(0, 200, 150, 0)); im.save(path, dpi=(150, 150))


entry('pillow-rgb.tif', 'Pillow', pillow(p_rgb), must=['RGB_CONVERTED'], size=[40.6, 27.1])
entry('pillow-alpha.png', 'Pillow', pillow(p_alpha), must=['RGB_CONVERTED'], size=[40.6, 27.1])
entry('pillow-cmyk.jpg', 'Pillow', pillow(p_cmyk), may=['HAZE', 'HAZE_BLANK'], size=[40.6, 27.1])
entry('pillow-cmyk.tif', 'Pillow', pillow(p_cmyk), size=[40.6, 27.1])


entry('libtiff-tiles.tif', 'libtiff', tiffcp('magick-cmyk.tif', '-t', '-w', '64', '-l', '64', '-c', 'zip'), size=[40.6, 27.1])
entry('libtiff-planes.tif', 'libtiff', tiffcp('pillow-cmyk.tif', '-p', 'separate', '-c', 'lzw'), size=[40.6, 27.1])
entry('libtiff-big.tif', 'libtiff', tiffcp('magick-cmyk.tif', '-8', '-B', '-c', 'packbits'), size=[40.6, 27.1])


def zint(kind, data, *more):
    def make(path, tmp):
        run('zint', '-b', kind, '-d', data, '-o', path, '--scale=2', '--quietzones', '--notext', *more)
    return make


entry('zint-code128.png', 'zint', zint('CODE128', 'KY-2026'), codes=['KY-2026'], must=['RESOLUTION_ASSUMED'], may=['RGB_CONVERTED', 'BARCODE_SMALL', 'QUIET_ZONE'])
entry('zint-qr.svg', 'zint', zint('QRCODE', 'quince'), codes=['quince'], may=['RGB_CONVERTED', 'RESOLUTION_ASSUMED', 'QUIET_ZONE'])
entry('zint-datamatrix.tif', 'zint', zint('DATAMATRIX', 'lot 26-11'), refused='TIFF_DEPTH')
entry('zint-datamatrix.svg', 'zint', zint('DATAMATRIX', 'lot 26-11'), codes=['lot 26-11'], may=['RGB_CONVERTED', 'RESOLUTION_ASSUMED', 'QUIET_ZONE'])
entry('zint-ean.eps', 'zint', zint('EANX', '401234567890'), refused='ARTWORK_UNKNOWN')


def zipped(path, tmp):
    import zipfile
    with zipfile.ZipFile(path, 'w') as z:
        z.writestr('artwork.txt', 'x')


entry('archive.zip', 'Python', zipped, refused='ARTWORK_UNKNOWN')
entry('drawing.dxf', 'an editor', text('  0\nSECTION\n  2\nHEADER\n  0\nENDSEC\n  0\nEOF\n'), refused='ARTWORK_UNKNOWN')
entry('postscript.ps', 'an editor', text('%!PS-Adobe-3.0\nshowpage\n'), refused='ARTWORK_UNKNOWN')
entry('letter.txt', 'an editor', text('Dear printer, the artwork follows by post.\n'), refused='ARTWORK_UNKNOWN')

for one in ENTRIES:
    if not one['refused']:
        one['may'] = sorted(set(one['may'] + ['NO_BLEED', 'LOW_RESOLUTION']) - set(one['must']))
json.dump(ENTRIES, open(os.path.join(HERE, 'expected.json'), 'w'), indent=1, ensure_ascii=False)
print(len(ENTRIES), 'files')

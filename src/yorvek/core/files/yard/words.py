"""Words of lists in English, German, French and Spanish, a table a matter: what each stands for, and how it is said."""

from __future__ import annotations

from typing import Literal

Known = Literal[
    "section", "material", "length", "width", "height", "thickness", "format", "net", "price", "list", "qty", "per",
    "currency", "supplier", "delivery", "duty", "yard_cut", "location", "heat", "note", "finish",
]  # fmt: skip
"""What a column may hold."""


def table(text: str) -> dict[str, list[str]]:
    """What is said for what: "meaning: word, word", lines that begin with a space going on."""
    out: dict[str, list[str]] = {}
    for line in text.strip().replace("\n ", " ").splitlines():
        meaning, _, words = line.partition(": ")
        out[meaning] = [" ".join(w.split()) for w in words.split(",")]
    return out


FIELDS = table("""
section: section, profile, profil, profiles, profilart, size, what, description, designation, item, article,
    product, bezeichnung, artikel, artikelbezeichnung, beschreibung, produkt, produit, libelle, descripcion,
    denominacion, perfil, producto, articulo, abmessung, abmessungen, dimension, dimensions, dimensiones,
    section size, bar, tube, steel section, medidas
material: material, grade, steel grade, steel, quality, gute, guete, stahlgute, werkstoff, stahlsorte, sorte,
    qualitat, nuance, qualite, matiere, acier, calidad, grado, acero, mat, alloy, legierung, alliage, aleacion
length: length, len, lange, laenge, lagerlange, stablange, herstellange, lieferlange, longueur, long, largo,
    longitud, stock length, bar length, mill length, lengths
width: width, breite, largeur, ancho, w
height: height, hohe, hoehe, hauteur, alto, altura
thickness: thickness, thk, thick, t, gauge, starke, staerke, dicke, blechdicke, blechstarke, epaisseur, ep,
    espesor, grosor
format: format, sheet size, tafelformat, tafelgrosse, formato, sheet, plate size, format tole
net: net price, price net, net, nettopreis, netto, preis netto, netto preis, prix net, prix net ht, net ht,
    precio neto, neto, your price, ihr preis, votre prix, su precio, price after discount
price: price, unit price, cost, rate, preis, einzelpreis, einheitspreis, stuckpreis, stueckpreis, kilopreis,
    meterpreis, prix, prix unitaire, prix ht, pu, pu ht, tarif, precio, precio unitario, p unit, tarifa
list: list price, gross price, gross, rrp, bruttopreis, brutto, preis brutto, listenpreis, prix public, prix
    brut, tarif brut, prix tarif, pvp, precio bruto, precio de tarifa, bruto
qty: qty, quantity, pcs, pieces, no of pieces, number, stk, stuck, stueck, stuckzahl, anzahl, menge, quantite,
    qte, nombre, nb, cantidad, cant, piezas, uds
per: unit, units, einheit, me, preiseinheit, pe, unite, unidad, ud, uom, per, je, pro, price per, price unit,
    basis
currency: currency, wahrung, waehrung, devise, moneda, divisa
supplier: supplier, yard, lieferant, handler, fournisseur, proveedor, vendor
delivery: delivery, freight, carriage, fracht, anlieferung, livraison, transport, entrega, porte, portes
duty: duty, duty %, zoll, douane, arancel, customs
yard_cut: yard cut, cut, cutting, sageschnitt, schnitt, zuschnitt, coupe, corte, cut charge
location: where, location, place, lagerplatz, lagerort, emplacement, ubicacion, rack
heat: heat, heat no, heat number, charge, chargen nr, schmelze, coulee, colada, cert, certificate, zeugnis
note: note, notes, remark, remarks, comment, bemerkung, bemerkungen, hinweis, remarque, remarques,
    observaciones, nota
finish: finish, surface, norm, standard, oberflache, ausfuhrung, finition, norme, acabado, norma, process,
    condition
""")
"""Headings, without accents, marks and units."""

PER = table("""
kg: kg, kilo, kilogram, kilogramm, kilogramme
t: t, to, tonne, tonnes, ton, tonelada
100kg: 100kg, %kg, 100 kg, % kg
lb: lb, lbs, pound
cwt: cwt, 100lb
m: m, lfm, lfdm, lfd m, ml, mtr, metre, meter, metro, rm
ft: ft, foot, lf, lin ft
m2: m2, m², qm, sq m, sqm
ft2: sqft, ft2, ft², sq ft
piece: pc, pcs, piece, each, ea, stk, st, stuck, stueck, bar, stab, length, sheet, tafel, barre, barra, tole,
    feuille, chapa, plate, unit, u, ud, unidad, unite, pieza, pza, stange, platte, no, lge, lgth
""")
"""What a price is of."""

CURRENCIES = table("""
EUR: €, eur, euro, euros
GBP: £, gbp
USD: $, usd, us$
CHF: chf, sfr
CAD: cad, c$
AUD: aud
SEK: sek
NOK: nok
DKK: dkk
PLN: pln, zł
CZK: czk
""")

FAMILIES = table("""
square or rectangular: hollow section, hohlprofil, profil creux, perfil hueco, formrohr, box section, msh
rhs: rhs, rectangular hollow section, rectangular tube, rect tube, rechteckrohre?, tubes? rectangulaires?,
    tubos? rectangular(?:es)?, rro, shs, square hollow section, square tube, sq tube, vierkantrohre?,
    quadratrohre?, tubes? carres?, tubos? cuadrados?, qro, box tube
hss: hss, ts
tube: tube, tubes, tubing, rohr, rohre, tubo, tubos, hohlprofile
chs: chs, circular hollow section, round tube, rundrohre?, tubes? ronds?, tubos? redondos?, ror, stahlrohre?,
    tube rd
angle: l, angles?, equal angle, unequal angle, ea, ua, winkel, winkelstahl, cornieres?, angular(?:es)?,
    angulos?, lni
flat: fl, flats?, flat bar, flach, flachstahl, fla, plats?, fer plat, plats? lamines?, pletinas?, llantas?, bfl,
    breitflachstahl
square_bar: sq, square bar, sq bar, solid square, vierkant, vierkantstahl, 4kt, carres? pleins?, fer carre,
    carre, cuadrad[oa]s?, cuadradillo
round_bar: rd, round bar, rounds?, round steel, rund, rundstahl, rundeisen, ronds?, rond plein, fer rond,
    redondos?, rod
tee: t, tees?, t stahl, t profil, fer t, te
upn: upn, u stahl, u profil, unp
upe: upe
ipe: ipe
hea: hea, ipbl, he a
heb: heb, ipb, he b
hem: hem, ipbv, he m
he: he
pipe: pipe
dom: dom
rebar: rebar, reinforcing bar, betonstahl, fer a beton, corrugado, ferrallado
w: w, wf
m: m
s: s
hp: hp
c: c, channel
mc: mc
""")
"""Families of sections, as patterns."""

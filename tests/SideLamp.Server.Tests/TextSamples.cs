namespace SideLamp.Server.Tests;

/// <summary>Sixty texts that are hard to measure or to break, each for a reason.</summary>
internal static class TextSamples
{
    public static readonly string[] All =
    [
        // Kerning pairs, also across spaces.
        "AVATAR Ty Wo To. Yes, We LT", "Type To We Av. Pa, P. Fa", "A V A T A R", "To Ta Te Tu Ty", "11 71 17 1 1", "WAVE Yo. “Ta”", "r. r, y. y, v. v,", "L’Y L’Ahonne",
        // Ligatures.
        "office fluffy affine difficile", "fi fl ff ffi ffl", "find the first flask", "Stafford offline fjord",
        // Accents and letters beyond English.
        "Émile Zoë Škvorecký Ørsted", "Ångström naïve façade São Żółć", "Čeština Łódź ğüşıöç", "e\u0301a\u0300o\u0302 n\u0303", "Straße Größe Äpfel", "Ελληνικά σκώρος", "Ночная бабочка на полотне", "Їжак і міль",
        // Emoji, alone, joined, flagged and among words.
        "🦋", "moths 🦋🔥 tonight", "👨‍👩‍👧‍👦 family", "🇳🇴 🇯🇵", "👍🏽 thumbs", "1️⃣ 2️⃣", "☀ sun ☀️ sun", "love ❤️ light",
        // Long words and long lines.
        "Donaudampfschifffahrtsgesellschaftskapitän", "A name that is much longer than any lower third was made for, and goes on", "Llanfairpwllgwyngyllgogerychwyrndrobwll", "one two three four five six seven eight nine ten eleven twelve",
        // Hyphens, dashes, slashes and other places to break.
        "Okonjo-Marsh hawk-moth well-known", "Setaceous Hebrew character – seen twice", "either/or and/or", "22:41 – 23:05", "a—b—c", "soft\u00ADhyphen in a word", "no\u00A0break here please", "https://moths.example/hollow-lane/tonight",
        // Arabic and Hebrew, alone and mixed.
        "عثة ليلية على القماش", "السلام عليكم", "مرحبا Odalys في الحديقة", "לפידים בגן בלילה", "שלום לכולם", "Odalys אודליס Thrupp", "العدد 37 فراشة", "שעה 22:41 בערב", "(عثة) moth", "a ב c ד e",
        // Japanese.
        "夜の蛾が白い布に集まる", "月と蛾、そしてランプ。", "ランプ", "「月」と「灯」", "Odalys の庭",
        // Punctuation, numbers and spaces.
        "“It loses the moon.”", "37 : 12", "11.4° · 93 %", "& @ # £ € ©", "three   spaces   here",
    ];
}

using System.Globalization;
using System.Net;
using System.Text;

namespace SideLamp.StandIns;

/// <summary>The pages of the stand-in for the web.</summary>
internal static class GardenPages
{
    private const string Style =
        "body{font:15px/1.5 system-ui,sans-serif;max-width:46rem;margin:2rem auto;padding:0 1rem;background:#12231d;color:#f6e7c1}a{color:#f6e7c1}table{border-collapse:collapse;width:100%}td,th{text-align:left;padding:.45rem .6rem;border-bottom:1px solid #ffffff26}input,select,button,textarea{font:inherit;padding:.35rem .6rem;border-radius:.5rem;border:1px solid #9fb58a;background:#1b3229;color:inherit}button{background:#f6e7c1;color:#12231d;border:0}label{display:block;margin:.6rem 0}textarea{width:100%;box-sizing:border-box}";

    private static readonly (WebFault Fault, string Words)[] Faults =
    [
        (WebFault.None, "as it should be"),
        (WebFault.Slow, "slow: answers after 20 s"),
        (WebFault.Error, "says 500"),
        (WebFault.Broken, "breaks off half-way"),
        (WebFault.Empty, "gives nothing"),
        (WebFault.Huge, "never ends"),
        (WebFault.Loop, "sends to itself"),
        (WebFault.WrongType, "gives a page for people"),
    ];

    public static string Overview(IReadOnlyList<(string Name, WebFault Fault, int Asked)> sources)
    {
        var rows = new StringBuilder();
        foreach (var (name, fault, asked) in sources)
        {
            var choices = string.Concat(Faults.Select(one => $"<option value=\"{one.Fault}\"{(one.Fault == fault ? " selected" : "")}>{one.Words}</option>"));
            rows.Append(CultureInfo.InvariantCulture, $"<tr><td><a href=\"/{name}\">{name}</a></td><td>{asked}</td><td><form method=\"post\" action=\"/faults\"><input type=\"hidden\" name=\"source\" value=\"{name}\"><select name=\"fault\" aria-label=\"{name}\">{choices}</select> <button>Set</button></form></td></tr>");
        }

        return Whole("The web, as the demo needs it", $"<p>These addresses stand in for services on the web: the demo’s feeds read them. Make one fail, and look at it under Feeds.</p><table><tr><th>Address</th><th>Asked</th><th>Answers</th></tr>{rows}</table><p><a href=\"/ask\">The form for questions</a></p>");
    }

    /// <param name="said">What came of the last question; null = none was asked.</param>
    public static string Ask(string? said) =>
        Whole("Ask Odalys", $"{(said is null ? "" : $"<p role=\"status\">{WebUtility.HtmlEncode(said)}</p>")}<form method=\"post\" action=\"/ask\"><label>Your name <input name=\"who\" maxlength=\"60\"></label><label>Your question <textarea name=\"question\" rows=\"3\" maxlength=\"300\" required></textarea></label><button>Send</button></form>");

    private static string Whole(string title, string body) =>
        $"<!doctype html><html lang=\"en\"><meta charset=\"utf-8\"><meta name=\"viewport\" content=\"width=device-width\"><title>{title}</title><style>{Style}</style><h1>{title}</h1>{body}</html>";
}

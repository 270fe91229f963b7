using SideLamp.Core.Loop;

namespace SideLamp.Server.Api;

/// <summary>Which page asks, by the name it gave itself in the header <c>X-Page</c>: pages are told which edits are their own. Programs share one name.</summary>
public readonly record struct PageName(string Value)
{
    private const int Longest = 60;

    public static ValueTask<PageName> BindAsync(HttpContext context)
    {
        var name = context.Request.Headers["X-Page"].ToString();
        return ValueTask.FromResult(new PageName(name.Length is 0 or > Longest ? EditInput.Elsewhere : name));
    }
}

using SideLamp.Core.Loop;
using SideLamp.Core.Remotes;
using SideLamp.Server.Api;
using SideLamp.Server.Live;
using SideLamp.Server.Loop;
using SideLamp.Server.Security;

namespace SideLamp.Server.Remotes;

/// <summary>What a device asks for with which it wants to be let in.</summary>
/// <param name="Code">The digits of the code.</param>
/// <param name="Name">What it is to be called; null = “Phone”.</param>
public sealed record PairingWish(string Code, string? Name);

/// <param name="Name">What it is called now.</param>
/// <param name="Secret">What it proves itself with from now on.</param>
public sealed record PairedView(string Name, string Secret);

/// <summary>Whether the local network is listened to.</summary>
public sealed record NetworkWish(bool IsOpen);

/// <summary>What desks do about the local network, and what devices there may do.</summary>
internal static class RemoteEndpoints
{
    /// <summary>For desks: whether there is a way in, and who has it.</summary>
    public static void MapNetwork(this RouteGroupBuilder api)
    {
        api.MapGet("/network", (LiveHub hub) => hub.NetworkNow).WithName("getNetwork");
        api.MapPut(
                "/network",
                async (NetworkWish wish, NetworkDoor door, LiveHub hub) =>
                {
                    await door.SetOpen(wish.IsOpen);
                    return hub.NetworkNow;
                }
            )
            .WithName("openNetwork")
            .ProducesProblem(409);
        api.MapPost(
                "/network/code",
                (NetworkDoor door, LiveHub hub) =>
                {
                    door.MakeCode();
                    return hub.NetworkNow;
                }
            )
            .WithName("makeCode")
            .ProducesProblem(409);
        api.MapDelete(
                "/network/code",
                (PairedDevices devices, LiveHub hub) =>
                {
                    devices.DropCode();
                    return hub.NetworkNow;
                }
            )
            .WithName("dropCode");
        api.MapDelete(
                "/network/devices/{id}",
                (string id, PairedDevices devices, LiveHub hub) =>
                {
                    devices.TurnAway(id);
                    return hub.NetworkNow;
                }
            )
            .WithName("turnAway")
            .ProducesProblem(404);
        api.MapPairing();
    }

    /// <summary>The way in: the one thing that a device may ask for before it is let in.</summary>
    public static void MapPairing(this RouteGroupBuilder api) =>
        api.MapPost(
                "/network/devices",
                (PairingWish wish, PairedDevices devices, EngineClock clock) =>
                {
                    var (device, secret) = devices.Pair(wish.Code, wish.Name, clock.Now);
                    return new PairedView(device.Name, secret);
                }
            )
            .WithName("pair")
            .ProducesProblem(400)
            .ProducesProblem(409);

    /// <summary>What a device that was let in may do.</summary>
    public static void MapRemote(this RouteGroupBuilder api)
    {
        var inside = api.MapGroup("").AddEndpointFilter(LetIn);
        inside.MapPost(
            "/air",
            async (Press press, HttpContext context, PairedDevices devices, PageName page, ShowLoop loop) =>
                RemotePress.May(press)
                    ? Results.Ok(new Pressed(true, (await loop.Ask(new PressInput(press with { How = DeviceOf(context.Request, devices)?.Name }, page.Value))).IsKept))
                    : Results.Problem(title: "A remote lights and darkens what is there. Do this at the computer.", statusCode: 403)
        );
        inside.MapPressFate();
    }

    private static async ValueTask<object?> LetIn(EndpointFilterInvocationContext call, EndpointFilterDelegate next)
    {
        var request = call.HttpContext.Request;
        return DeviceOf(request, request.HttpContext.RequestServices.GetRequiredService<PairedDevices>()) is null
            ? Results.Problem(title: "This device is not let in, or not any more. Let it in anew at the computer: Outputs, Phone remote.", statusCode: 401)
            : await next(call);
    }

    private static Device? DeviceOf(HttpRequest request, PairedDevices devices) => Gatekeeper.BearerOf(request) is { } secret ? devices.With(secret) : null;
}

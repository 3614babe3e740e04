using System;
using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace Furoshiki.Store.Migrations
{
    /// <inheritdoc />
    public partial class Soundness : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.AddColumn<string>(
                name: "Mark",
                table: "Switches",
                type: "TEXT",
                nullable: false,
                defaultValue: ""
            );

            migrationBuilder.AddColumn<string>(
                name: "News",
                table: "Switches",
                type: "TEXT",
                nullable: true
            );

            migrationBuilder.AddColumn<string>(
                name: "OnAfter",
                table: "Switches",
                type: "TEXT",
                nullable: true
            );

            migrationBuilder.AddColumn<string>(
                name: "Result",
                table: "Switches",
                type: "TEXT",
                nullable: true
            );

            migrationBuilder.AddColumn<string>(
                name: "Title",
                table: "Switches",
                type: "TEXT",
                nullable: false,
                defaultValue: ""
            );

            migrationBuilder.AddColumn<string>(
                name: "Places",
                table: "Savings",
                type: "TEXT",
                nullable: false,
                defaultValue: ""
            );

            migrationBuilder.AddColumn<string>(
                name: "Gaps",
                table: "SafeStates",
                type: "TEXT",
                nullable: false,
                defaultValue: "[]"
            );

            migrationBuilder.AddColumn<string>(
                name: "PartsOn",
                table: "SafeStates",
                type: "TEXT",
                nullable: false,
                defaultValue: ""
            );

            migrationBuilder.AddColumn<string>(
                name: "Title",
                table: "SafeStates",
                type: "TEXT",
                nullable: false,
                defaultValue: ""
            );

            migrationBuilder.AddColumn<string>(
                name: "PartsOn",
                table: "Desktops",
                type: "TEXT",
                nullable: false,
                defaultValue: ""
            );

            migrationBuilder.CreateTable(
                name: "Asides",
                columns: table => new
                {
                    Id = table
                        .Column<long>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    DesktopId = table.Column<long>(type: "INTEGER", nullable: false),
                    SwitchId = table.Column<long>(type: "INTEGER", nullable: false),
                    Tree = table.Column<string>(type: "TEXT", nullable: false),
                    At = table.Column<DateTime>(type: "TEXT", nullable: false),
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_Asides", x => x.Id);
                }
            );

            migrationBuilder.CreateIndex(
                name: "IX_Switches_DesktopId",
                table: "Switches",
                column: "DesktopId"
            );

            migrationBuilder.CreateIndex(
                name: "IX_Asides_DesktopId",
                table: "Asides",
                column: "DesktopId"
            );
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropTable(name: "Asides");

            migrationBuilder.DropIndex(name: "IX_Switches_DesktopId", table: "Switches");

            migrationBuilder.DropColumn(name: "Mark", table: "Switches");

            migrationBuilder.DropColumn(name: "News", table: "Switches");

            migrationBuilder.DropColumn(name: "OnAfter", table: "Switches");

            migrationBuilder.DropColumn(name: "Result", table: "Switches");

            migrationBuilder.DropColumn(name: "Title", table: "Switches");

            migrationBuilder.DropColumn(name: "Places", table: "Savings");

            migrationBuilder.DropColumn(name: "Gaps", table: "SafeStates");

            migrationBuilder.DropColumn(name: "PartsOn", table: "SafeStates");

            migrationBuilder.DropColumn(name: "Title", table: "SafeStates");

            migrationBuilder.DropColumn(name: "PartsOn", table: "Desktops");
        }
    }
}

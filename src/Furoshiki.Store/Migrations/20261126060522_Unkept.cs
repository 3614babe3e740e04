using System;
using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace Furoshiki.Store.Migrations
{
    /// <inheritdoc />
    public partial class Unkept : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.AddColumn<string>(
                name: "By",
                table: "Switches",
                type: "TEXT",
                nullable: false,
                defaultValue: ""
            );

            migrationBuilder.AddColumn<int>(
                name: "KeepWithin",
                table: "Switches",
                type: "INTEGER",
                nullable: true
            );

            migrationBuilder.AddColumn<DateTime>(
                name: "KeptAt",
                table: "Switches",
                type: "TEXT",
                nullable: true
            );

            migrationBuilder.AddColumn<string>(
                name: "OnBefore",
                table: "Switches",
                type: "TEXT",
                nullable: true
            );

            migrationBuilder.AddColumn<string>(
                name: "Plan",
                table: "Switches",
                type: "TEXT",
                nullable: true
            );
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropColumn(name: "By", table: "Switches");

            migrationBuilder.DropColumn(name: "KeepWithin", table: "Switches");

            migrationBuilder.DropColumn(name: "KeptAt", table: "Switches");

            migrationBuilder.DropColumn(name: "OnBefore", table: "Switches");

            migrationBuilder.DropColumn(name: "Plan", table: "Switches");
        }
    }
}
